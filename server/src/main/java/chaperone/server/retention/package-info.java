/** How long revisions are kept. */
@NullMarked
package chaperone.server.retention;

import org.jspecify.annotations.NullMarked;

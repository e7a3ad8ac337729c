/** Any two configurations side by side. */
@NullMarked
package chaperone.server.compare;

import org.jspecify.annotations.NullMarked;

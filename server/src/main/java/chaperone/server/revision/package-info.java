/** The revisions of each device, what was written to them, and what noise does to them. */
@NullMarked
package chaperone.server.revision;

import org.jspecify.annotations.NullMarked;

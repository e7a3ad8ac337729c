/** Who may talk to a device now, over all server processes. */
@NullMarked
package chaperone.server.lease;

import org.jspecify.annotations.NullMarked;

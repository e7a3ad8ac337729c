/** Help for whoever types lines for a device, from what the fleet's own configurations say. */
@NullMarked
package chaperone.server.writing;

import org.jspecify.annotations.NullMarked;

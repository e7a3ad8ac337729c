/** What a standard that is being written would find: on a device, on the fleet, in the past. Nothing is kept. */
@NullMarked
package chaperone.server.tryout;

import org.jspecify.annotations.NullMarked;

/** Devices, sites, credential sets, pinned host keys, and bringing devices in. */
@NullMarked
package chaperone.server.fleet;

import org.jspecify.annotations.NullMarked;

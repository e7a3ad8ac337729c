/** Images, the standard release of each model, and whether a device is on it. */
@NullMarked
package chaperone.server.software;

import org.jspecify.annotations.NullMarked;

/** Faults of a device, set while it runs. */
@NullMarked
package chaperone.standins.control;

import org.jspecify.annotations.NullMarked;

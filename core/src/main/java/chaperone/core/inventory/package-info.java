/** Lists of devices that people bring, and what a device's name tells. */
@NullMarked
package chaperone.core.inventory;

import org.jspecify.annotations.NullMarked;

/** Simulated devices that speak real protocols; shares no code with the product. */
@NullMarked
package chaperone.standins;

import org.jspecify.annotations.NullMarked;

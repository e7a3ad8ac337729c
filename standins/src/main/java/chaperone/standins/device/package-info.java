/** What all families have in common: hardware, faults, files, tables of the network, a terminal. */
@NullMarked
package chaperone.standins.device;

import org.jspecify.annotations.NullMarked;

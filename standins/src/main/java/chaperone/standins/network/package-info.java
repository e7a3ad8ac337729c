/** Where a device stands in the network: its address, whether anything answers there, and the keys that it shows. */
@NullMarked
package chaperone.standins.network;

import org.jspecify.annotations.NullMarked;

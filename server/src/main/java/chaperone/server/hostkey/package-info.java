/** The keys and certificates that devices showed at first contact. */
@NullMarked
package chaperone.server.hostkey;

import org.jspecify.annotations.NullMarked;

/** A port that answers by Telnet. */
@NullMarked
package chaperone.standins.telnet;

import org.jspecify.annotations.NullMarked;

/** Pellon small switches: one JSON document over HTTPS. */
@NullMarked
package chaperone.standins.pellon;

import org.jspecify.annotations.NullMarked;

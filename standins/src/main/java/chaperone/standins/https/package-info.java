/** A port that answers by HTTPS. */
@NullMarked
package chaperone.standins.https;

import org.jspecify.annotations.NullMarked;

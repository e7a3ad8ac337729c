/** Corvane switches: the command language, the configuration behind it, what the device shows. */
@NullMarked
package chaperone.standins.corvane;

import org.jspecify.annotations.NullMarked;

/** Which devices back each other up. */
@NullMarked
package chaperone.server.pair;

import org.jspecify.annotations.NullMarked;

/** Which log-in made a change: what devices say themselves. */
@NullMarked
package chaperone.core.origin;

import org.jspecify.annotations.NullMarked;

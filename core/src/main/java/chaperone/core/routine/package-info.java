/** When work that repeats is due: calendar rules on a wall clock, and what summer time does to them. */
@NullMarked
package chaperone.core.routine;

import org.jspecify.annotations.NullMarked;

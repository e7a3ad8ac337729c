/** What a device says of itself, and what of that has become different. */
@NullMarked
package chaperone.core.fact;

import org.jspecify.annotations.NullMarked;

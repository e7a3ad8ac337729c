/** The four questions asked of every device: Kept, Matched, Sound, Current. */
@NullMarked
package chaperone.core.answer;

import org.jspecify.annotations.NullMarked;

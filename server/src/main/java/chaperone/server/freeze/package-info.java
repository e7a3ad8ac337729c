/** Times in which no change and no rollout begins on some devices, or on any. */
@NullMarked
package chaperone.server.freeze;

import org.jspecify.annotations.NullMarked;

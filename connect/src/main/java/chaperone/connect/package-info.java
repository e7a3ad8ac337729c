/** Conversations with devices: an SSH shell, its prompts and levels, limits, and every way in which it can fail. */
@NullMarked
package chaperone.connect;

import org.jspecify.annotations.NullMarked;

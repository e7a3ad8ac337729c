/** Differences between two texts: lines, words, noise set aside, unified diff out. */
@NullMarked
package chaperone.core.compare;

import org.jspecify.annotations.NullMarked;

/** Speed against tools that everybody has, as ratios in one run. */
@NullMarked
package chaperone.bench;

import org.jspecify.annotations.NullMarked;

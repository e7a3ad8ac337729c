/** What in a configuration changes by itself. */
@NullMarked
package chaperone.core.noise;

import org.jspecify.annotations.NullMarked;

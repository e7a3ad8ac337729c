/** A configuration as an immutable tree with line numbers; reading then writing gives the same bytes. */
@NullMarked
package chaperone.core.config;

import org.jspecify.annotations.NullMarked;

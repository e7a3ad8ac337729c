/** What of a configuration is shown to those who may not see its secrets. */
@NullMarked
package chaperone.core.mask;

import org.jspecify.annotations.NullMarked;

/** Which parts of a configuration are meant: by patterns over lines and statements, or by the path to a value. */
@NullMarked
package chaperone.core.locator;

import org.jspecify.annotations.NullMarked;

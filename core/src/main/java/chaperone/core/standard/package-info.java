/** What standards require, where a configuration departs from it and on which line, and what would repair that. */
@NullMarked
package chaperone.core.standard;

import org.jspecify.annotations.NullMarked;

/** Lines looked for in configurations: by what they say, and by where they stand. */
@NullMarked
package chaperone.core.search;

import org.jspecify.annotations.NullMarked;

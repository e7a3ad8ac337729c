/** Patterns over the lines of many configurations: refused by their letters before their engine is asked. */
@NullMarked
package chaperone.core.pattern;

import org.jspecify.annotations.NullMarked;

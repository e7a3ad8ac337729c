/** What statements of a configuration mean beside their text, and how two configurations differ in them. */
@NullMarked
package chaperone.core.structure;

import org.jspecify.annotations.NullMarked;

/** Texts packed together with the differences between them. */
@NullMarked
package chaperone.core.archive;

import org.jspecify.annotations.NullMarked;

/** How the same statement can be spelled: what of its letters has no meaning in its grammar. */
@NullMarked
package chaperone.core.spelling;

import org.jspecify.annotations.NullMarked;

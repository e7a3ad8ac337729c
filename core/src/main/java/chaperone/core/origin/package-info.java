/** Who brought a revision: what devices say themselves, and which log-ins were in reach. */
@NullMarked
package chaperone.core.origin;

import org.jspecify.annotations.NullMarked;

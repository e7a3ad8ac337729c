/** Who brought a revision: what devices said of people, and what Chaperone itself did. */
@NullMarked
package chaperone.server.origin;

import org.jspecify.annotations.NullMarked;

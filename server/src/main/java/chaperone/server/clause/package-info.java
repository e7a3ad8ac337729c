/** Clauses as people write them, alone and as the text of a standard, and the ones that ship. */
@NullMarked
package chaperone.server.clause;

import org.jspecify.annotations.NullMarked;

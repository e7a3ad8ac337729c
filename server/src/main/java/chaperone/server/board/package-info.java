/** Boards: pages that people compose from parts, for themselves or for a wall. */
@NullMarked
package chaperone.server.board;

import org.jspecify.annotations.NullMarked;

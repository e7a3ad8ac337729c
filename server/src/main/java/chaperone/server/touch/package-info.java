/** What hangs on what a change alters: who is behind its ports, and whether the partner of a pair is left out. */
@NullMarked
package chaperone.server.touch;

import org.jspecify.annotations.NullMarked;

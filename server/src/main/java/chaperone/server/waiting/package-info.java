/** Programs that ask once and wait until a change's run has ended. */
@NullMarked
package chaperone.server.waiting;

import org.jspecify.annotations.NullMarked;

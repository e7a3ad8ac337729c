/** Threads for work of the server's own. */
@NullMarked
package chaperone.server.task;

import org.jspecify.annotations.NullMarked;

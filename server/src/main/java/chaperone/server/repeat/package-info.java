/** Requests that a program sends again because it does not know whether the first one arrived. */
@NullMarked
package chaperone.server.repeat;

import org.jspecify.annotations.NullMarked;

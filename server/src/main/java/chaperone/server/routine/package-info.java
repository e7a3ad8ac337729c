/** Work that repeats on a calendar. */
@NullMarked
package chaperone.server.routine;

import org.jspecify.annotations.NullMarked;

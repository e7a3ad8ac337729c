/** Exceptions: clauses that are waived for a device until a moment, with a reason. */
@NullMarked
package chaperone.server.exception;

import org.jspecify.annotations.NullMarked;

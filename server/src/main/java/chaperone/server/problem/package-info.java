/** Errors as problem details (RFC 9457): a code, what it means, what to do. */
@NullMarked
package chaperone.server.problem;

import org.jspecify.annotations.NullMarked;

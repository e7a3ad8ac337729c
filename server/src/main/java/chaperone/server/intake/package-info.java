/** Bringing devices in: from lists, ranges of addresses, and one by one. */
@NullMarked
package chaperone.server.intake;

import org.jspecify.annotations.NullMarked;

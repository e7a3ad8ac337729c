/** What changed across the fleet, and what of it somebody has accounted for. */
@NullMarked
package chaperone.server.history;

import org.jspecify.annotations.NullMarked;

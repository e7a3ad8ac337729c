/** Which devices are meant: queries, groups, filters, and the fleet as a list with its counts. */
@NullMarked
package chaperone.server.query;

import org.jspecify.annotations.NullMarked;

/** How often devices are looked at between copies, group by group, and which are due. */
@NullMarked
package chaperone.server.reading;

import org.jspecify.annotations.NullMarked;

/** Which clauses are for a device, and how its configuration is held against them; nothing is kept here. */
@NullMarked
package chaperone.server.judge;

import org.jspecify.annotations.NullMarked;

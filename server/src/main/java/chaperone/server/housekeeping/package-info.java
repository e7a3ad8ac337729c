/** What grows by itself is thinned out every night, each kind by a rule of its own. */
@NullMarked
package chaperone.server.housekeeping;

import org.jspecify.annotations.NullMarked;

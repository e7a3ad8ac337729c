/** All that is known of one line of a configuration. */
@NullMarked
package chaperone.server.line;

import org.jspecify.annotations.NullMarked;

/** Taking copies of configurations. */
@NullMarked
package chaperone.server.copy;

import org.jspecify.annotations.NullMarked;

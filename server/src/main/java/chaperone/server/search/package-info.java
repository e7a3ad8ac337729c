/** Lines looked for in the configurations of all devices, as they are and as they were. */
@NullMarked
package chaperone.server.search;

import org.jspecify.annotations.NullMarked;

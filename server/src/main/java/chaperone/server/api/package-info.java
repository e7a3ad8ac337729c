/** How the interface for programs describes itself. */
@NullMarked
package chaperone.server.api;

import org.jspecify.annotations.NullMarked;

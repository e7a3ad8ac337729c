/** Log-ins for devices: sealed, and used only where they are for. */
@NullMarked
package chaperone.server.credential;

import org.jspecify.annotations.NullMarked;

/** People's own sessions on devices, in the page and recorded. */
@NullMarked
package chaperone.server.console;

import org.jspecify.annotations.NullMarked;

/** What is required of devices, and where they depart from it. */
@NullMarked
package chaperone.server.standard;

import org.jspecify.annotations.NullMarked;

/** The demo's bench: faults and consoles of the stand-ins. It is there only in the demo. */
@NullMarked
package chaperone.server.bench;

import org.jspecify.annotations.NullMarked;

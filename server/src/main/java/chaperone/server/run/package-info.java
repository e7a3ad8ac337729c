/** Runs of changes: every step is written down before it is taken, and after it; all devices keep it or none does. */
@NullMarked
package chaperone.server.run;

import org.jspecify.annotations.NullMarked;

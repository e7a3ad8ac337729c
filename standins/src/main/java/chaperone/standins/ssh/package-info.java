/** A terminal over SSH, and the servers that offer it. */
@NullMarked
package chaperone.standins.ssh;

import org.jspecify.annotations.NullMarked;

/** Connections over SSH, their host keys and private keys. */
@NullMarked
package chaperone.connect.ssh;

import org.jspecify.annotations.NullMarked;

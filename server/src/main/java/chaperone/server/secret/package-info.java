/** Encryption of secrets at rest. */
@NullMarked
package chaperone.server.secret;

import org.jspecify.annotations.NullMarked;

/** Conversations over HTTPS, and the certificates that devices show. */
@NullMarked
package chaperone.connect.https;

import org.jspecify.annotations.NullMarked;

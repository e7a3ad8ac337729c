/** What was removed is kept for a while as it was, so that it can be put back. */
@NullMarked
package chaperone.server.removal;

import org.jspecify.annotations.NullMarked;

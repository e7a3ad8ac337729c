/** Standing rules: what becomes of drift without anybody being asked. */
@NullMarked
package chaperone.server.standing;

import org.jspecify.annotations.NullMarked;

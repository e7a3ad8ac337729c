/** Gives devices another release, wave by wave. */
@NullMarked
package chaperone.server.rollout;

import org.jspecify.annotations.NullMarked;

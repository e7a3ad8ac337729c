/** The devices with their facts and what happened to them. */
@NullMarked
package chaperone.server.fleet;

import org.jspecify.annotations.NullMarked;

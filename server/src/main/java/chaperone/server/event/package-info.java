/** Live events for pages that are open. */
@NullMarked
package chaperone.server.event;

import org.jspecify.annotations.NullMarked;

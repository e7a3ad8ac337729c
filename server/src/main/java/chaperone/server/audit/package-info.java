/** The log of what people and programs did: it only grows, and shows when it was tampered with. */
@NullMarked
package chaperone.server.audit;

import org.jspecify.annotations.NullMarked;

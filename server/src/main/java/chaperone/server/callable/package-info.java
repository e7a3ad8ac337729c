/** Which addresses the product may call at all. */
@NullMarked
package chaperone.server.callable;

import org.jspecify.annotations.NullMarked;

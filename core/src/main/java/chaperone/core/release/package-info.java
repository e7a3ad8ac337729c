/** Releases of software: their order, what an image is, and what a list of digests says of it. */
@NullMarked
package chaperone.core.release;

import org.jspecify.annotations.NullMarked;

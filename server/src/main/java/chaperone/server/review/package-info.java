/** Reviews: people sign the results of a standard as they were; what was signed stays. */
@NullMarked
package chaperone.server.review;

import org.jspecify.annotations.NullMarked;

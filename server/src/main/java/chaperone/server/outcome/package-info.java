/** How things ended, in words for people: what a failed conversation means, and the shape of all other outcomes. */
@NullMarked
package chaperone.server.outcome;

import org.jspecify.annotations.NullMarked;

/** Revisions, their contents, and comparing them. */
@NullMarked
package chaperone.server.history;

import org.jspecify.annotations.NullMarked;

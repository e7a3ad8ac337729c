/** What people say of many devices at once, and its undo. */
@NullMarked
package chaperone.server.edit;

import org.jspecify.annotations.NullMarked;

/** What a device must be told so that its configuration becomes another one: commands from tree to tree. */
@NullMarked
package chaperone.core.patch;

import org.jspecify.annotations.NullMarked;

/** A device family as data: how to talk to it, how its configuration is written, what is noise. */
@NullMarked
package chaperone.core.platform;

import org.jspecify.annotations.NullMarked;

/** Files to and from devices. */
@NullMarked
package chaperone.connect.file;

import org.jspecify.annotations.NullMarked;

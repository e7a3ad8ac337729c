/** Files of the past: what their paths tell of the device, the moment and the configuration. */
@NullMarked
package chaperone.core.past;

import org.jspecify.annotations.NullMarked;

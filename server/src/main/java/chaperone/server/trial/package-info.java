/** Trying a platform on a device, step by step, with the raw exchange. */
@NullMarked
package chaperone.server.trial;

import org.jspecify.annotations.NullMarked;

/** Blocks of configurations, named by their path: on one device, and side by side over many. */
@NullMarked
package chaperone.server.block;

import org.jspecify.annotations.NullMarked;

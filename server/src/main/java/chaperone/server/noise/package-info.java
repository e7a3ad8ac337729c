/** Lines that people set aside because they change by themselves. */
@NullMarked
package chaperone.server.noise;

import org.jspecify.annotations.NullMarked;

/** The made-up data of the demo. */
@NullMarked
package chaperone.server.demo;

import org.jspecify.annotations.NullMarked;

/** What is agreed for each device, and how what runs differs from it. */
@NullMarked
package chaperone.server.drift;

import org.jspecify.annotations.NullMarked;

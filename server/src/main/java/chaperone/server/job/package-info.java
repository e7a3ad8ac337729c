/** Work over many devices: durable lines with an outcome each, progress, stopping, trying again. */
@NullMarked
package chaperone.server.job;

import org.jspecify.annotations.NullMarked;

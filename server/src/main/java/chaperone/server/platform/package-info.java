/** Platforms as people alter them: kept as texts, read by the core. */
@NullMarked
package chaperone.server.platform;

import org.jspecify.annotations.NullMarked;

/** Reusable text that is filled in for devices and joins a change. */
@NullMarked
package chaperone.server.template;

import org.jspecify.annotations.NullMarked;

/** Stores, schedules, runs, serves; one package for each capability. */
@NullMarked
package chaperone.server;

import org.jspecify.annotations.NullMarked;

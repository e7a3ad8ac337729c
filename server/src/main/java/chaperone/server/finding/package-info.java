/** Findings as lists, of devices and of standards, with what came of them: read from what the judging keeps. */
@NullMarked
package chaperone.server.finding;

import org.jspecify.annotations.NullMarked;

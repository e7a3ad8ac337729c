/** What devices answer beside their configuration: tables, and the output of commands that clauses ask for. */
@NullMarked
package chaperone.server.answers;

import org.jspecify.annotations.NullMarked;

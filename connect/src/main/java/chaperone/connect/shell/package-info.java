/** Conversations on a command line, over SSH or Telnet. */
@NullMarked
package chaperone.connect.shell;

import org.jspecify.annotations.NullMarked;

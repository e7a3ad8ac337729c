/** What devices say by themselves in log messages. */
@NullMarked
package chaperone.server.syslog;

import org.jspecify.annotations.NullMarked;

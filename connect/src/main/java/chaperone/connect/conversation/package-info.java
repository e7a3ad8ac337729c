/** What all protocols share: conversations, log-ins, failures, limits. */
@NullMarked
package chaperone.connect.conversation;

import org.jspecify.annotations.NullMarked;

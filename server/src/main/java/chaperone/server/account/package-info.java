/** Who may log in and what each role may do. */
@NullMarked
package chaperone.server.account;

import org.jspecify.annotations.NullMarked;

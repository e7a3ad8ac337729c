/** What needs an answer, in one glance. */
@NullMarked
package chaperone.server.desk;

import org.jspecify.annotations.NullMarked;

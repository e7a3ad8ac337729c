/** Configurations of the past that people kept elsewhere: from files to revisions before the first copy. */
@NullMarked
package chaperone.server.past;

import org.jspecify.annotations.NullMarked;

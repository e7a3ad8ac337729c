/** All that is kept, in open formats: the history as a Git repository, what runs now as a ZIP file. */
@NullMarked
package chaperone.server.export;

import org.jspecify.annotations.NullMarked;

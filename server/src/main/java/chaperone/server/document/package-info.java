/** Tables and comparisons as files of open formats: CSV, JSON, PDF. */
@NullMarked
package chaperone.server.document;

import org.jspecify.annotations.NullMarked;

/** The operational tables of devices, as they were last read. */
@NullMarked
package chaperone.server.table;

import org.jspecify.annotations.NullMarked;

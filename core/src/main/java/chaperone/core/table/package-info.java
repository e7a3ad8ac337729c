/** Operational tables (routes, ARP, MAC, neighbours) as rows with keys. */
@NullMarked
package chaperone.core.table;

import org.jspecify.annotations.NullMarked;

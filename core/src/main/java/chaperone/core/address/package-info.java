/** Addresses, prefixes and ranges of both families, and exact sets of them. */
@NullMarked
package chaperone.core.address;

import org.jspecify.annotations.NullMarked;

/** NETCONF (RFC 6241) over SSH (RFC 6242). */
@NullMarked
package chaperone.connect.netconf;

import org.jspecify.annotations.NullMarked;

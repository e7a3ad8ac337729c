/** How much one request, one account, and all together may ask of the server. */
@NullMarked
package chaperone.server.limit;

import org.jspecify.annotations.NullMarked;

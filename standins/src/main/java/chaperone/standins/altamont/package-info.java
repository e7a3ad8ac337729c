/** Altamont routers: a configuration in braces, a draft, and the same tree by NETCONF. */
@NullMarked
package chaperone.standins.altamont;

import org.jspecify.annotations.NullMarked;

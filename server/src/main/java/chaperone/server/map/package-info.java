/** The network as a drawing: sites, devices, links, pairs, and what people pinned to it. */
@NullMarked
package chaperone.server.map;

import org.jspecify.annotations.NullMarked;

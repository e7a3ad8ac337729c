/** Sites, and which lie in which. */
@NullMarked
package chaperone.server.site;

import org.jspecify.annotations.NullMarked;

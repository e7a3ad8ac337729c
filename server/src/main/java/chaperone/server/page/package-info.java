/** The web front end as static files. */
@NullMarked
package chaperone.server.page;

import org.jspecify.annotations.NullMarked;

/** The made-up fleet of Tern Island Ferries. */
@NullMarked
package chaperone.standins.demo;

import org.jspecify.annotations.NullMarked;

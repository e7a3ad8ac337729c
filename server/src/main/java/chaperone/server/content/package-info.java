/** The texts themselves: each once, packed with those they came from, checked whenever one is read. */
@NullMarked
package chaperone.server.content;

import org.jspecify.annotations.NullMarked;

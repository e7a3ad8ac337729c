/** Changes before they run: their edits, what those promise, and who has approved it. */
@NullMarked
package chaperone.server.change;

import org.jspecify.annotations.NullMarked;

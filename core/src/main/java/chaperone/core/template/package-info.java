/** Reusable text with fields: one text per platform, filled in for each device. */
@NullMarked
package chaperone.core.template;

import org.jspecify.annotations.NullMarked;

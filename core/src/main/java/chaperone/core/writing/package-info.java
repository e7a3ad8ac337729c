/** Help while lines are typed for a device: what may follow, and which lines cannot be meant so. */
@NullMarked
package chaperone.core.writing;

import org.jspecify.annotations.NullMarked;

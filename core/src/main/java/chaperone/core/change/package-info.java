/** What a change will make of a device, and how a run over several devices goes: all of them or none. */
@NullMarked
package chaperone.core.change;

import org.jspecify.annotations.NullMarked;

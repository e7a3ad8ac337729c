/** Brisling firewalls: one statement a line, ordered rules, counters. */
@NullMarked
package chaperone.standins.brisling;

import org.jspecify.annotations.NullMarked;

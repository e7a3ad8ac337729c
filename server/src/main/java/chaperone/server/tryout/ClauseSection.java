package chaperone.server.tryout;

import java.util.List;
import java.util.Optional;

/**
 * What a clause speaks of in one configuration.
 *
 * @param of how many lines it was cut from
 */
record ClauseSection(List<SectionLine> lines, int of) {
    enum LineMark {
        HOLDS,
        DEPARTS,
        MISSING,
        AROUND
    }

    /** @param line from 0; absent for one that is missing */
    record SectionLine(Optional<Integer> line, String text, LineMark mark) {}
}

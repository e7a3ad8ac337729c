package chaperone.core.standard;

import chaperone.core.structure.Statement;
import java.util.List;

/** What of a configuration a clause speaks of, line by line: what holds, what departs, and what is missing. */
public record Section(List<Mark> marks) {
    public enum Kind {
        HOLDS,
        DEPARTS,
        MISSING
    }

    /**
     * @param line where it stands, or after which it is missing, from 0; {@link Statement#TOP} if it would stand first
     * @param text of the statement; of one that is missing, as the clause wants it
     */
    public record Mark(Kind kind, int line, String text) {}

    public Section {
        marks = List.copyOf(marks);
    }
}

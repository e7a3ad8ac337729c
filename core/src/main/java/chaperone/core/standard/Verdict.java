package chaperone.core.standard;

import java.util.List;
import java.util.Optional;

/** Whether a configuration keeps to a clause, with what shows it. */
public record Verdict(Kind kind, List<Evidence> evidence) {
    public enum Kind {
        PASS,
        FAIL,
        /** It could not be told: a field is not filled, or the configuration may be only a part. */
        NOT_KNOWN
    }

    /**
     * One thing that shows it.
     *
     * @param path the statements above, for people
     * @param expected what must stand, or what must hold; empty if nothing may stand
     * @param found what stands instead; absent if nothing does
     * @param line where that is, or where the block begins in which something is missing, from 0
     */
    public record Evidence(List<String> path, String expected, Optional<String> found, Optional<Integer> line) {
        public Evidence {
            path = List.copyOf(path);
        }

        /** In one line, for people, who count lines from 1. */
        public String said() {
            String where = path.isEmpty() ? "" : String.join(" / ", path) + ": ";
            String at = line.map(number -> "line " + (number + 1) + ": ").orElse("");
            if (expected.isEmpty()) return where + at + found.orElse("") + " must not stand";
            return found.map(text -> where + at + text + ", expected " + expected)
                    .orElseGet(() -> where + expected + " is missing");
        }
    }

    public Verdict {
        evidence = List.copyOf(evidence);
    }

    static Verdict of(List<Evidence> departures) {
        return new Verdict(departures.isEmpty() ? Kind.PASS : Kind.FAIL, departures);
    }

    static Verdict of(Standing.Told told) {
        List<Evidence> evidence = told.kind() == Kind.PASS
                ? List.of()
                : List.of(new Evidence(List.of(), told.expected(), Optional.of(told.found()), Optional.empty()));
        return new Verdict(told.kind(), evidence);
    }

    /** @param wanted what would have to be known, in words */
    static Verdict notKnown(String why, String wanted) {
        return new Verdict(
                Kind.NOT_KNOWN, List.of(new Evidence(List.of(), wanted, Optional.of(why), Optional.empty())));
    }
}

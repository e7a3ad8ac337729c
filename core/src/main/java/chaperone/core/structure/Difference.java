package chaperone.core.structure;

import chaperone.core.compare.Words;
import java.util.List;
import java.util.Optional;

/**
 * One thing in which two configurations differ by structure.
 *
 * @param path the statements above it, from the top; each as it stands after, or before if it is gone
 * @param spot the statement itself: where it stands before, or after if it was added
 * @param before absent if it was added
 * @param after absent if it was removed
 * @param anchor where it has come to stand; only of what was added or moved
 */
public record Difference(
        Kind kind, List<Part> path, Spot spot, Optional<Part> before, Optional<Part> after, Optional<Anchor> anchor) {

    /** Those from {@code SPELLING} on have no meaning: they are set aside, and counted apart. */
    public enum Kind {
        ADDED,
        REMOVED,
        MODIFIED,
        MOVED,
        SPELLING,
        NOISE,
        RENUMBERED,
        UNSAID,
        REORDERED;

        public boolean counts() {
            return ordinal() < SPELLING.ordinal();
        }
    }

    /** A statement of one of the two texts; where it starts counts from 0. */
    public record Part(boolean isBefore, Statement statement) {
        /** How it is called where it leads to another statement. */
        public String label() {
            return statement.identity().label();
        }

        /** A comment says something else every time: what it is says more. */
        private String called() {
            return statement.form().isEmpty() ? "comment" : label();
        }

        public String text() {
            return statement.text();
        }

        public int line() {
            return statement.line();
        }
    }

    /**
     * Below which statement something stands, and behind which of its siblings whose order counts with it.
     *
     * @param parent one before if it stood there already, else one after
     * @param previous absent if it is the first, or if its order does not count
     */
    public record Anchor(Spot parent, Optional<Spot> previous) {}

    /** A statement of one of the two configurations, by what leads to it. */
    public record Spot(boolean isBefore, ConfigPath path) {
        static final Spot TOP = new Spot(true, ConfigPath.ROOT);

        Spot child(Statement statement) {
            return new Spot(isBefore, path.with(statement.step()));
        }
    }

    public Difference {
        path = List.copyOf(path);
    }

    /** In which part of the configuration it is: the statement at the top, or the member of the document, that holds it. */
    public String part() {
        return spot.path().steps().stream()
                .map(ConfigPath.Step::name)
                .filter(name -> !name.isEmpty())
                .findFirst()
                .orElse("");
    }

    /** How that part is called for people. */
    public String partLabel() {
        return path.stream()
                .map(Part::label)
                .filter(label -> !label.isEmpty())
                .findFirst()
                .orElseGet(() -> after.or(() -> before).map(Part::called).orElse(""));
    }

    /**
     * How far both sides begin with the same words, in characters of either text: what stands behind has another value.
     * 0 unless it stands on both sides.
     */
    public int sameUpTo() {
        if (before.isEmpty() || after.isEmpty()) return 0;
        List<String> here = Words.of(before.get().text());
        List<String> there = Words.of(after.get().text());
        int same = 0;
        while (same < Math.min(here.size(), there.size()) && here.get(same).equals(there.get(same))) same++;
        return String.join("", here.subList(0, same)).stripTrailing().length();
    }
}

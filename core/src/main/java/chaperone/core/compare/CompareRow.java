package chaperone.core.compare;

import java.util.List;
import java.util.Optional;

/**
 * One row of a comparison: a line before, a line after, or both.
 *
 * @param elsewhere of a moved line, where it stands on the other side; there it is a row of its own
 */
public record CompareRow(Kind kind, Optional<Side> before, Optional<Side> after, Optional<Integer> elsewhere) {

    /** {@code NOISE} rows differ only in what changes by itself. */
    public enum Kind {
        SAME,
        ADDED,
        REMOVED,
        MODIFIED,
        MOVED,
        NOISE
    }

    /** A line, from 0, in the pieces that differ and the pieces that do not. */
    public record Side(int line, List<Span> spans) {
        public Side {
            spans = List.copyOf(spans);
        }

        public String text() {
            StringBuilder text = new StringBuilder();
            for (Span span : spans) text.append(span.text());
            return text.toString();
        }
    }

    /** Whether the row counts as a difference. */
    public boolean isChange() {
        return kind != Kind.SAME && kind != Kind.NOISE;
    }

    CompareRow movedTo(int line) {
        return new CompareRow(Kind.MOVED, before, after, Optional.of(line));
    }

    static CompareRow both(Kind kind, int beforeLine, int afterLine, WordDiff words) {
        return new CompareRow(
                kind,
                Optional.of(new Side(beforeLine, words.before())),
                Optional.of(new Side(afterLine, words.after())),
                Optional.empty());
    }

    static CompareRow same(int beforeLine, int afterLine, String text) {
        List<Span> spans = List.of(new Span(text, false));
        return new CompareRow(
                Kind.SAME,
                Optional.of(new Side(beforeLine, spans)),
                Optional.of(new Side(afterLine, spans)),
                Optional.empty());
    }

    static CompareRow onlyBefore(Kind kind, int line, String text) {
        return new CompareRow(
                kind, Optional.of(new Side(line, List.of(new Span(text, false)))), Optional.empty(), Optional.empty());
    }

    static CompareRow onlyAfter(Kind kind, int line, String text) {
        return new CompareRow(
                kind, Optional.empty(), Optional.of(new Side(line, List.of(new Span(text, false)))), Optional.empty());
    }
}

package chaperone.core.config;

/** A stretch of a text, in characters from 0, half-open. */
public record TextRange(int start, int end) {

    /** @throws IllegalArgumentException if it ends before it starts, or starts before the text */
    public TextRange {
        if (start < 0 || end < start) throw new IllegalArgumentException("A range from " + start + " to " + end);
    }

    public boolean isEmpty() {
        return start == end;
    }

    public TextRange movedBy(int by) {
        return new TextRange(start + by, end + by);
    }
}

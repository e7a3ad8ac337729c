package chaperone.core.compare;

/**
 * A place where two sequences differ: items {@code beforeStart} to {@code beforeEnd} of the one stand as items {@code
 * afterStart} to {@code afterEnd} of the other. Half-open, from 0; one of the two ranges may be empty, never both.
 */
public record Replacement(int beforeStart, int beforeEnd, int afterStart, int afterEnd) {

    public int removed() {
        return beforeEnd - beforeStart;
    }

    public int added() {
        return afterEnd - afterStart;
    }

    Replacement reversed() {
        return new Replacement(afterStart, afterEnd, beforeStart, beforeEnd);
    }

    Replacement movedBy(int by) {
        return new Replacement(beforeStart + by, beforeEnd + by, afterStart + by, afterEnd + by);
    }
}

package chaperone.core.compare;

import java.util.ArrayList;
import java.util.List;

/** Replaces lines {@code removed} by {@code added}, from line {@code start} of a text on; lines count from 0. */
record Edit(int start, List<String> removed, List<String> added) {

    /** What applying gave: the new text, or the edit whose removed lines do not stand where it expects them. */
    public sealed interface Outcome {
        record Applied(List<String> text) implements Outcome {}

        record Conflict(Edit edit) implements Outcome {}
    }

    /** @throws IllegalArgumentException if {@code start} is negative */
    public Edit {
        if (start < 0) throw new IllegalArgumentException("Edit starts at line " + start + ", must be 0 or more");
        removed = List.copyOf(removed);
        added = List.copyOf(added);
    }

    /** Leaves {@code text} as it is. Takes time linear in its length. */
    public Outcome applyTo(List<String> text) {
        if (!fits(text)) return new Outcome.Conflict(this);
        var result = new ArrayList<>(text.subList(0, start));
        result.addAll(added);
        result.addAll(text.subList(start + removed.size(), text.size()));
        return new Outcome.Applied(List.copyOf(result));
    }

    private boolean fits(List<String> text) {
        // Subtracting, not adding: start + removed.size() may overflow.
        return start <= text.size() - removed.size()
                && text.subList(start, start + removed.size()).equals(removed);
    }
}

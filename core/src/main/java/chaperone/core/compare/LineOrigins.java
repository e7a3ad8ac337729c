package chaperone.core.compare;

import java.util.Arrays;
import java.util.List;

/**
 * Which of several texts, each made from the one before, brought each line of the last.
 *
 * <p>Forwards, text by text, carrying along where each line came from: what {@link LineDiff} says is equal keeps it, what it
 * says is new comes from here. The cost is that of the comparisons.
 */
public final class LineOrigins {
    private int[] origins = {};
    private List<String> lines = List.of();
    private int texts;

    /** The next text; those that were read before it need not be held. */
    public void add(List<String> next) {
        int[] carried = new int[next.size()];
        if (texts > 0) {
            int before = 0;
            int after = 0;
            for (Replacement replacement : LineDiff.between(lines, next).replacements()) {
                int same = replacement.beforeStart() - before;
                System.arraycopy(origins, before, carried, after, same);
                Arrays.fill(carried, replacement.afterStart(), replacement.afterEnd(), texts);
                before = replacement.beforeEnd();
                after = replacement.afterEnd();
            }
            System.arraycopy(origins, before, carried, after, origins.length - before);
        }
        origins = carried;
        lines = List.copyOf(next);
        texts++;
    }

    /** For each line of the last text, which of the texts brought it; they count from 0. */
    public int[] origins() {
        return origins.clone();
    }
}

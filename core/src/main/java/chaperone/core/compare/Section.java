package chaperone.core.compare;

import java.util.ArrayList;
import java.util.List;

/** A stretch of a comparison: rows to show, or a run of equal rows folded away. */
public sealed interface Section {

    record Shown(List<CompareRow> rows) implements Section {
        public Shown {
            rows = List.copyOf(rows);
        }
    }

    /** {@code count} rows from these lines on, counted from 0, that are equal or differ in noise alone. */
    record Folded(int beforeStart, int afterStart, int count) implements Section {}

    /**
     * Folds what is further than {@code context} rows from a change. A fold hides at least two rows: one alone would
     * take as much room folded as shown.
     *
     * @param noiseShown whether noise rows are kept in view like changes
     */
    static List<Section> of(Comparison comparison, int context, boolean noiseShown) {
        if (context < 0) throw new IllegalArgumentException("Context " + context + " must be 0 or more");
        List<CompareRow> rows = comparison.rows();
        boolean[] near = near(rows, context, noiseShown);
        List<Section> sections = new ArrayList<>();
        int from = 0;
        while (from < rows.size()) {
            int to = from;
            while (to < rows.size() && near[to] == near[from]) to++;
            List<CompareRow> run = rows.subList(from, to);
            sections.add(near[from] || !isFoldable(run) ? new Shown(run) : folded(run));
            from = to;
        }
        return List.copyOf(sections);
    }

    private static boolean[] near(List<CompareRow> rows, int context, boolean noiseShown) {
        boolean[] near = new boolean[rows.size()];
        int shownUpTo = 0;
        for (int i = 0; i < rows.size(); i++) {
            boolean wanted = rows.get(i).isChange() || noiseShown && rows.get(i).kind() == CompareRow.Kind.NOISE;
            if (!wanted) continue;
            for (int j = Math.max(shownUpTo, i - context); j <= Math.min(rows.size() - 1L, (long) i + context); j++)
                near[j] = true;
            shownUpTo = (int) Math.min(rows.size(), (long) i + context + 1);
        }
        return near;
    }

    private static boolean isFoldable(List<CompareRow> run) {
        // A noise line that stands on one side only would throw the two columns out of step when unfolded line by line.
        return run.size() > 1
                && run.stream()
                        .allMatch(row -> row.before().isPresent() && row.after().isPresent());
    }

    private static Folded folded(List<CompareRow> run) {
        CompareRow first = run.get(0);
        return new Folded(
                first.before().orElseThrow().line(), first.after().orElseThrow().line(), run.size());
    }
}

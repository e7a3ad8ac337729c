package chaperone.core.compare;

import chaperone.core.compare.CompareRow.Kind;
import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import java.util.List;

/**
 * Two texts side by side, row by row, with noise told apart from change.
 *
 * @param isShortest whether the fewest possible lines are shown as changed, see {@link LineDiff}
 */
public record Comparison(List<CompareRow> rows, boolean isShortest) {

    /** Rows of each kind, a moved line once; {@code places} counts runs of changed rows. */
    public record Counts(int added, int modified, int removed, int moved, int noise, int places) {
        public static final Counts NONE = new Counts(0, 0, 0, 0, 0, 0);

        public boolean areNone() {
            return places == 0;
        }
    }

    public Comparison {
        rows = List.copyOf(rows);
    }

    /** Compares lines of which nobody knows the grammar, so that none is told as moved. */
    public static Comparison between(List<String> before, List<String> after, Noise noise) {
        return between(noise.in(ConfigDocument.ofLines(before)), noise.in(ConfigDocument.ofLines(after)));
    }

    /** The cost is that of {@link LineDiff} and of {@link LinePairing}. */
    public static Comparison between(NoiseMarkedConfig before, NoiseMarkedConfig after) {
        return new ComparisonBuilder(before, after).build();
    }

    public Counts counts() {
        int places = 0;
        boolean inPlace = false;
        for (CompareRow row : rows) {
            if (row.isChange() && !inPlace) places++;
            inPlace = row.isChange();
        }
        return new Counts(
                count(Kind.ADDED),
                count(Kind.MODIFIED),
                count(Kind.REMOVED),
                count(Kind.MOVED) / 2,
                count(Kind.NOISE),
                places);
    }

    private int count(Kind kind) {
        return (int) rows.stream().filter(row -> row.kind() == kind).count();
    }
}

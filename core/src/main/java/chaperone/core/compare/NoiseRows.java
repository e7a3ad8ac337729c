package chaperone.core.compare;

import chaperone.core.compare.CompareRow.Kind;
import chaperone.core.noise.NoiseMarkedConfig;
import java.util.ArrayList;
import java.util.List;

/** Puts the lines that are noise as a whole between the rows of a comparison that was made without them. */
final class NoiseRows {
    private final NoiseMarkedConfig before;
    private final NoiseMarkedConfig after;
    private final List<CompareRow> rows = new ArrayList<>();
    private int beforeAt;
    private int afterAt;

    NoiseRows(NoiseMarkedConfig before, NoiseMarkedConfig after) {
        this.before = before;
        this.after = after;
    }

    /** The same rows in the same order, and the noise where it stands. Linear in the lines. */
    List<CompareRow> putInto(List<CompareRow> compared) {
        for (CompareRow row : compared) {
            addUpTo(
                    row.before().map(CompareRow.Side::line).orElse(beforeAt),
                    row.after().map(CompareRow.Side::line).orElse(afterAt));
            rows.add(row);
            if (row.before().isPresent()) beforeAt++;
            if (row.after().isPresent()) afterAt++;
        }
        addUpTo(before.document().lineCount(), after.document().lineCount());
        return rows;
    }

    /** All lines up to these are noise on their side: those of both sides stand beside each other. */
    private void addUpTo(int beforeEnd, int afterEnd) {
        while (beforeAt < beforeEnd || afterAt < afterEnd) {
            boolean isBefore = beforeAt < beforeEnd;
            boolean isAfter = afterAt < afterEnd;
            rows.add(isBefore && isAfter ? both() : alone(isBefore));
            if (isBefore) beforeAt++;
            if (isAfter) afterAt++;
        }
    }

    private CompareRow both() {
        String here = before.document().line(beforeAt);
        String there = after.document().line(afterAt);
        return here.equals(there)
                ? CompareRow.same(beforeAt, afterAt, here)
                : CompareRow.both(Kind.NOISE, beforeAt, afterAt, WordDiff.between(here, there));
    }

    private CompareRow alone(boolean isBefore) {
        return isBefore
                ? CompareRow.onlyBefore(Kind.NOISE, beforeAt, before.document().line(beforeAt))
                : CompareRow.onlyAfter(Kind.NOISE, afterAt, after.document().line(afterAt));
    }
}

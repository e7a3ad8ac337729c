package chaperone.core.compare;

import chaperone.core.compare.CompareRow.Kind;
import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.NoiseMarkedConfig;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Puts a comparison together: equal runs, and places in which removed lines are paired with added ones. Lines that are
 * noise as a whole take no part: they are put in between afterwards, so that they hide no line and move none.
 */
final class ComparisonBuilder {
    private final Side before;
    private final Side after;
    private final List<CompareRow> rows = new ArrayList<>();

    /** One text: its lines, and of those that are compared their numbers and what counts of them. */
    private record Side(
            NoiseMarkedConfig config, List<String> lines, int[] numbers, List<String> keys, LinePlaces places) {
        static Side of(NoiseMarkedConfig config) {
            ConfigDocument document = config.document();
            int[] numbers = IntStream.range(0, document.lineCount())
                    .filter(line -> !config.isNoise(line))
                    .toArray();
            List<String> keys = IntStream.of(numbers).mapToObj(config::line).toList();
            return new Side(config, document.lines(), numbers, keys, LinePlaces.of(document));
        }

        String line(int index) {
            return lines.get(numbers[index]);
        }

        /** What tells a line from others wherever it stands; empty if it cannot have been moved. */
        String placed(int line) {
            String place = places.at(line);
            return place.isEmpty() ? "" : place + config.line(line);
        }
    }

    ComparisonBuilder(NoiseMarkedConfig before, NoiseMarkedConfig after) {
        this.before = Side.of(before);
        this.after = Side.of(after);
    }

    Comparison build() {
        LineDiff diff = LineDiff.between(before.keys(), after.keys());
        int beforeAt = 0;
        int afterAt = 0;
        for (Replacement place : diff.replacements()) {
            addEqual(beforeAt, place.beforeStart(), afterAt);
            addPlace(place);
            beforeAt = place.beforeEnd();
            afterAt = place.afterEnd();
        }
        addEqual(beforeAt, before.keys().size(), afterAt);
        List<CompareRow> marked = MovedLines.marked(rows, before::placed, after::placed);
        return new Comparison(new NoiseRows(before.config(), after.config()).putInto(marked), diff.isShortest());
    }

    private void addEqual(int from, int to, int afterFrom) {
        for (int i = from, j = afterFrom; i < to; i++, j++) {
            boolean isSame = before.line(i).equals(after.line(j));
            rows.add(
                    isSame
                            ? CompareRow.same(before.numbers()[i], after.numbers()[j], before.line(i))
                            : both(Kind.NOISE, i, j));
        }
    }

    private void addPlace(Replacement place) {
        List<LinePairing.Pair> pairs = LinePairing.of(
                before.keys().subList(place.beforeStart(), place.beforeEnd()),
                after.keys().subList(place.afterStart(), place.afterEnd()));
        int beforeAt = place.beforeStart();
        int afterAt = place.afterStart();
        for (LinePairing.Pair pair : pairs) {
            int i = place.beforeStart() + pair.before();
            int j = place.afterStart() + pair.after();
            addRemoved(beforeAt, i);
            addAdded(afterAt, j);
            rows.add(both(Kind.MODIFIED, i, j));
            beforeAt = i + 1;
            afterAt = j + 1;
        }
        addRemoved(beforeAt, place.beforeEnd());
        addAdded(afterAt, place.afterEnd());
    }

    private CompareRow both(Kind kind, int i, int j) {
        return CompareRow.both(
                kind, before.numbers()[i], after.numbers()[j], WordDiff.between(before.line(i), after.line(j)));
    }

    private void addRemoved(int from, int to) {
        for (int i = from; i < to; i++)
            rows.add(CompareRow.onlyBefore(Kind.REMOVED, before.numbers()[i], before.line(i)));
    }

    private void addAdded(int from, int to) {
        for (int j = from; j < to; j++) rows.add(CompareRow.onlyAfter(Kind.ADDED, after.numbers()[j], after.line(j)));
    }
}

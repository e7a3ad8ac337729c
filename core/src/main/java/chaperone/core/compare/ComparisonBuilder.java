package chaperone.core.compare;

import chaperone.core.compare.CompareRow.Kind;
import java.util.ArrayList;
import java.util.List;

/** Puts a comparison together: equal runs, and places in which removed lines are paired with added ones. */
final class ComparisonBuilder {
    private final List<String> before;
    private final List<String> after;
    private final List<String> beforeMasked;
    private final List<String> afterMasked;
    private final List<CompareRow> rows = new ArrayList<>();

    private final LinePlaces beforePlaces;
    private final LinePlaces afterPlaces;

    ComparisonBuilder(Comparison.Side before, Comparison.Side after) {
        this.before = before.lines();
        this.after = after.lines();
        beforeMasked = this.before.stream().map(before.noise()::masked).toList();
        afterMasked = this.after.stream().map(after.noise()::masked).toList();
        beforePlaces = before.places();
        afterPlaces = after.places();
    }

    Comparison build() {
        LineDiff diff = LineDiff.between(beforeMasked, afterMasked);
        int beforeAt = 0;
        int afterAt = 0;
        for (Replacement place : diff.replacements()) {
            addEqual(beforeAt, place.beforeStart(), afterAt);
            addPlace(place);
            beforeAt = place.beforeEnd();
            afterAt = place.afterEnd();
        }
        addEqual(beforeAt, before.size(), afterAt);
        List<CompareRow> marked = MovedLines.marked(
                rows,
                line -> placed(beforePlaces.at(line), beforeMasked.get(line)),
                line -> placed(afterPlaces.at(line), afterMasked.get(line)));
        return new Comparison(marked, diff.isShortest());
    }

    private static String placed(String place, String line) {
        return place.isEmpty() ? "" : place + line;
    }

    private void addEqual(int from, int to, int afterFrom) {
        for (int i = from, j = afterFrom; i < to; i++, j++) {
            boolean differsInNoise = !before.get(i).equals(after.get(j));
            rows.add(
                    differsInNoise
                            ? CompareRow.both(Kind.NOISE, i, j, WordDiff.between(before.get(i), after.get(j)))
                            : CompareRow.same(i, j, before.get(i)));
        }
    }

    private void addPlace(Replacement place) {
        List<LinePairing.Pair> pairs = LinePairing.of(
                beforeMasked.subList(place.beforeStart(), place.beforeEnd()),
                afterMasked.subList(place.afterStart(), place.afterEnd()));
        int beforeAt = place.beforeStart();
        int afterAt = place.afterStart();
        for (LinePairing.Pair pair : pairs) {
            int i = place.beforeStart() + pair.before();
            int j = place.afterStart() + pair.after();
            addRemoved(beforeAt, i);
            addAdded(afterAt, j);
            rows.add(CompareRow.both(Kind.MODIFIED, i, j, WordDiff.between(before.get(i), after.get(j))));
            beforeAt = i + 1;
            afterAt = j + 1;
        }
        addRemoved(beforeAt, place.beforeEnd());
        addAdded(afterAt, place.afterEnd());
    }

    private void addRemoved(int from, int to) {
        for (int i = from; i < to; i++) {
            Kind kind = Noise.isWholeLine(beforeMasked.get(i)) ? Kind.NOISE : Kind.REMOVED;
            rows.add(CompareRow.onlyBefore(kind, i, before.get(i)));
        }
    }

    private void addAdded(int from, int to) {
        for (int j = from; j < to; j++) {
            Kind kind = Noise.isWholeLine(afterMasked.get(j)) ? Kind.NOISE : Kind.ADDED;
            rows.add(CompareRow.onlyAfter(kind, j, after.get(j)));
        }
    }
}

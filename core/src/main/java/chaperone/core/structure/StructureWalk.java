package chaperone.core.structure;

import chaperone.core.structure.Difference.Anchor;
import chaperone.core.structure.Difference.Kind;
import chaperone.core.structure.Difference.Part;
import chaperone.core.structure.Difference.Spot;
import chaperone.core.structure.Statement.Wording;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** Goes through two trees of statements side by side and notes where they differ. */
final class StructureWalk {
    private final List<Difference> differences = new ArrayList<>();

    /**
     * Two statements side by side.
     *
     * @param path what stands above their children, for people to read
     */
    private record Place(List<Part> path, Spot before, Spot after) {
        Place child(Part part, Statement here, Statement there) {
            return new Place(with(path, part), before.child(here), after.child(there));
        }
    }

    private StructureWalk() {}

    static List<Difference> between(Statement before, Statement after) {
        StructureWalk walk = new StructureWalk();
        walk.block(new Place(List.of(), Spot.TOP, new Spot(false, ConfigPath.ROOT)), before, after);
        return walk.differences;
    }

    private void block(Place place, Statement before, Statement after) {
        StatementMatching matching = StatementMatching.match(before.children(), after.children());
        Map<Integer, Integer> beforeOf = new HashMap<>();
        for (int i = 0; i < before.children().size(); i++) {
            if (matching.afterOf(i) >= 0) beforeOf.put(matching.afterOf(i), i);
        }
        noteUnsaid(place, before, after);
        noteOrder(place, before, after, matching);
        int removedUpTo = 0;
        Map<Integer, Spot> last = new HashMap<>();
        for (int j = 0; j < after.children().size(); j++) {
            Statement there = after.children().get(j);
            Integer i = beforeOf.get(j);
            Anchor anchor = anchorOf(place.before(), there, last);
            if (i == null) {
                Spot spot = place.after().child(there);
                added(place.path(), spot, there, anchor);
                last.put(there.order(), spot);
                continue;
            }
            removedUpTo = removed(place, before, matching, removedUpTo, i);
            Statement here = before.children().get(i);
            Spot spot = place.before().child(here);
            if (matching.hasMoved(i)) note(Kind.MOVED, place.path(), spot, here, there, Optional.of(anchor));
            notePair(place.path(), spot, here, there);
            last.put(there.order(), spot);
            block(place.child(new Part(false, there), here, there), here, there);
        }
        removed(place, before, matching, removedUpTo, before.children().size());
    }

    private static Anchor anchorOf(Spot parent, Statement child, Map<Integer, Spot> last) {
        Optional<Spot> previous = child.isOrdered() ? Optional.ofNullable(last.get(child.order())) : Optional.empty();
        return new Anchor(parent, previous);
    }

    /** Notes what is gone from {@code from} up to {@code to}, so that it is read where it stood. */
    private int removed(Place place, Statement before, StatementMatching matching, int from, int to) {
        for (int i = from; i < to; i++) {
            Statement gone = before.children().get(i);
            if (matching.afterOf(i) < 0) removed(place.path(), place.before().child(gone), gone);
        }
        return Math.max(from, to);
    }

    private void removed(List<Part> path, Spot spot, Statement statement) {
        differences.add(new Difference(
                Kind.REMOVED, path, spot, Optional.of(new Part(true, statement)), Optional.empty(), Optional.empty()));
        for (Statement child : statement.children()) {
            removed(with(path, new Part(true, statement)), spot.child(child), child);
        }
    }

    private void added(List<Part> path, Spot spot, Statement statement, Anchor anchor) {
        differences.add(new Difference(
                Kind.ADDED,
                path,
                spot,
                Optional.empty(),
                Optional.of(new Part(false, statement)),
                Optional.of(anchor)));
        Map<Integer, Spot> last = new HashMap<>();
        for (Statement child : statement.children()) {
            Spot below = spot.child(child);
            added(with(path, new Part(false, statement)), below, child, anchorOf(spot, child, last));
            last.put(child.order(), below);
        }
    }

    private void notePair(List<Part> path, Spot spot, Statement here, Statement there) {
        Wording before = here.wording();
        Wording after = there.wording();
        if (!before.key().equals(after.key())) note(Kind.MODIFIED, path, spot, here, there);
        else if (!before.settled().equals(after.settled())) note(Kind.RENUMBERED, path, spot, here, there);
        else if (!before.spelled().equals(after.spelled())) note(Kind.NOISE, path, spot, here, there);
        else if (!before.text().equals(after.text())) note(Kind.SPELLING, path, spot, here, there);
    }

    private void note(Kind kind, List<Part> path, Spot spot, Statement here, Statement there) {
        note(kind, path, spot, here, there, Optional.empty());
    }

    private void note(Kind kind, List<Part> path, Spot spot, Statement here, Statement there, Optional<Anchor> anchor) {
        differences.add(new Difference(
                kind, path, spot, Optional.of(new Part(true, here)), Optional.of(new Part(false, there)), anchor));
    }

    /** A line that says what holds without it, on one side only: no difference, yet it can be seen. */
    private void noteUnsaid(Place place, Statement before, Statement after) {
        Map<String, Part> left = new TreeMap<>();
        Map<String, Part> right = new TreeMap<>();
        for (Statement each : before.unsaid()) left.put(each.key(), new Part(true, each));
        for (Statement each : after.unsaid()) right.put(each.key(), new Part(false, each));
        Map<String, Part> either = new TreeMap<>(left);
        either.putAll(right);
        either.forEach((key, part) -> {
            if (!left.containsKey(key) || !right.containsKey(key))
                note(Kind.UNSAID, with(place.path(), part), place.before(), before, after);
        });
    }

    /** One note for a block whose statements stand in another order that means nothing. */
    private void noteOrder(Place place, Statement before, Statement after, StatementMatching matching) {
        int furthest = -1;
        for (int i = 0; i < before.children().size(); i++) {
            int j = matching.afterOf(i);
            if (j < 0 || before.children().get(i).isOrdered()) continue;
            if (j < furthest) {
                note(Kind.REORDERED, place.path(), place.before(), before, after);
                return;
            }
            furthest = j;
        }
    }

    private static List<Part> with(List<Part> path, Part part) {
        List<Part> longer = new ArrayList<>(path);
        longer.add(part);
        return longer;
    }
}

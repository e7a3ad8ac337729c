package chaperone.core.compare;

import chaperone.core.compare.Difference.Anchor;
import chaperone.core.compare.Difference.Kind;
import chaperone.core.compare.Difference.Part;
import chaperone.core.compare.Difference.Spot;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Goes through two trees of statements side by side and notes where they differ. */
final class StructureWalk {
    private final List<Difference> differences = new ArrayList<>();

    private StructureWalk() {}

    static List<Difference> between(Statement before, Statement after) {
        StructureWalk walk = new StructureWalk();
        walk.block(List.of(), before, after);
        return walk.differences;
    }

    private void block(List<String> path, Statement before, Statement after) {
        Siblings siblings = Siblings.match(before.children(), after.children());
        Map<Integer, Integer> beforeOf = new HashMap<>();
        for (int i = 0; i < before.children().size(); i++) {
            if (siblings.afterOf(i) >= 0) beforeOf.put(siblings.afterOf(i), i);
        }
        noteUnsaid(path, before, after);
        noteOrder(path, before, after, siblings);
        int removedUpTo = 0;
        Map<Integer, Spot> last = new HashMap<>();
        for (int j = 0; j < after.children().size(); j++) {
            Statement there = after.children().get(j);
            Integer i = beforeOf.get(j);
            Anchor anchor = anchorOf(Spot.before(before), there, last);
            if (i == null) {
                added(path, there, anchor);
                last.put(there.order(), Spot.after(there));
                continue;
            }
            removedUpTo = removed(path, before, siblings, removedUpTo, i);
            Statement here = before.children().get(i);
            if (siblings.hasMoved(i)) note(Kind.MOVED, path, here, there, Optional.of(anchor));
            notePair(path, here, there);
            last.put(there.order(), Spot.before(here));
            block(with(path, there.text()), here, there);
        }
        removed(path, before, siblings, removedUpTo, before.children().size());
    }

    private static Anchor anchorOf(Spot parent, Statement child, Map<Integer, Spot> last) {
        Optional<Spot> previous = child.isOrdered() ? Optional.ofNullable(last.get(child.order())) : Optional.empty();
        return new Anchor(parent, previous);
    }

    /** Notes what is gone from {@code from} up to {@code to}, so that it is read where it stood. */
    private int removed(List<String> path, Statement before, Siblings siblings, int from, int to) {
        for (int i = from; i < to; i++) {
            if (siblings.afterOf(i) < 0) removed(path, before.children().get(i));
        }
        return Math.max(from, to);
    }

    private void removed(List<String> path, Statement statement) {
        differences.add(new Difference(
                Kind.REMOVED, path, Optional.of(new Part(statement)), Optional.empty(), Optional.empty()));
        for (Statement child : statement.children()) removed(with(path, statement.text()), child);
    }

    private void added(List<String> path, Statement statement, Anchor anchor) {
        differences.add(new Difference(
                Kind.ADDED, path, Optional.empty(), Optional.of(new Part(statement)), Optional.of(anchor)));
        Map<Integer, Spot> last = new HashMap<>();
        for (Statement child : statement.children()) {
            added(with(path, statement.text()), child, anchorOf(Spot.after(statement), child, last));
            last.put(child.order(), Spot.after(child));
        }
    }

    private void notePair(List<String> path, Statement here, Statement there) {
        if (!here.key().equals(there.key())) note(Kind.MODIFIED, path, here, there);
        else if (!here.text().equals(there.text())) {
            // A masked key that is the text itself has no noise: then only the number can differ.
            boolean isNumber = here.isOrdered() && !here.key().contains(Noise.MASK);
            note(isNumber ? Kind.RENUMBERED : Kind.NOISE, path, here, there);
        }
    }

    private void note(Kind kind, List<String> path, Statement here, Statement there) {
        note(kind, path, here, there, Optional.empty());
    }

    private void note(Kind kind, List<String> path, Statement here, Statement there, Optional<Anchor> anchor) {
        differences.add(new Difference(kind, path, Optional.of(new Part(here)), Optional.of(new Part(there)), anchor));
    }

    /** A line that says what holds without it, on one side only: no difference, yet it can be seen. */
    private void noteUnsaid(List<String> path, Statement before, Statement after) {
        Set<String> either = new TreeSet<>(before.unsaid());
        either.addAll(after.unsaid());
        Set<String> both = new HashSet<>(before.unsaid());
        both.retainAll(new HashSet<>(after.unsaid()));
        for (String text : either) {
            if (!both.contains(text)) note(Kind.UNSAID, with(path, text), before, after);
        }
    }

    /** One note for a block whose statements stand in another order that means nothing. */
    private void noteOrder(List<String> path, Statement before, Statement after, Siblings siblings) {
        int furthest = -1;
        for (int i = 0; i < before.children().size(); i++) {
            int j = siblings.afterOf(i);
            if (j < 0 || before.children().get(i).isOrdered()) continue;
            if (j < furthest) {
                note(Kind.REORDERED, path, before, after);
                return;
            }
            furthest = j;
        }
    }

    private static List<String> with(List<String> path, String text) {
        List<String> longer = new ArrayList<>(path);
        longer.add(text);
        return longer;
    }
}

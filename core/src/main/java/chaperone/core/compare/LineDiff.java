package chaperone.core.compare;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;

/**
 * The lines to remove from one text and to add to it so that it becomes another.
 *
 * <p>Lines that stand on one side only cannot be part of any common run, so they are set apart first; the rest goes
 * through {@link ShortestEdit}. Runs that could stand in several places are then slid to where they begin with the
 * line that is indented least, which is how a block reads.
 *
 * @param replacements in order, never touching
 * @param isShortest whether no shorter script exists; false only for texts that differ in thousands of lines
 */
public record LineDiff(List<Replacement> replacements, boolean isShortest) {
    private static final int FURTHEST_SLIDE = 200;

    public LineDiff {
        replacements = List.copyOf(replacements);
    }

    /** Near-linear where the texts share long runs; see {@link ShortestEdit} for the cost. */
    public static LineDiff between(List<String> before, List<String> after) {
        // Of several shortest scripts the same one is taken in both directions.
        return LineOrder.compare(before, after) <= 0
                ? found(before, after)
                : found(after, before).reversed();
    }

    private LineDiff reversed() {
        return new LineDiff(replacements.stream().map(Replacement::reversed).toList(), isShortest);
    }

    private static LineDiff found(List<String> before, List<String> after) {
        Map<String, Integer> numbers = new HashMap<>(before.size() * 2);
        int[] beforeIds = numbersOf(before, numbers);
        int[] afterIds = numbersOf(after, numbers);
        int[] beforeShared = sharedWith(beforeIds, afterIds, numbers.size());
        int[] afterShared = sharedWith(afterIds, beforeIds, numbers.size());
        ShortestEdit script = new ShortestEdit(pick(beforeIds, beforeShared), pick(afterIds, afterShared));
        boolean[] removed = spread(script.removed, beforeShared, before.size());
        boolean[] added = spread(script.added, afterShared, after.size());
        List<Replacement> found = runs(removed, added);
        return new LineDiff(slid(found, before, after), script.isShortest());
    }

    /** Lines removed plus lines added. */
    public int length() {
        return replacements.stream().mapToInt(r -> r.removed() + r.added()).sum();
    }

    /** The same as edits that can be applied one after the other, from the last to the first. */
    public List<Edit> edits(List<String> before, List<String> after) {
        List<Edit> edits = new ArrayList<>();
        for (Replacement r : replacements) {
            edits.add(new Edit(
                    r.beforeStart(),
                    before.subList(r.beforeStart(), r.beforeEnd()),
                    after.subList(r.afterStart(), r.afterEnd())));
        }
        Collections.reverse(edits);
        return List.copyOf(edits);
    }

    private static int[] numbersOf(List<String> lines, Map<String, Integer> numbers) {
        int[] ids = new int[lines.size()];
        int i = 0;
        for (String line : lines) {
            Integer next = numbers.size();
            Integer known = numbers.putIfAbsent(line, next);
            ids[i++] = known == null ? next : known;
        }
        return ids;
    }

    /** Positions in {@code ids} of the lines that stand on the other side too. */
    private static int[] sharedWith(int[] ids, int[] others, int distinct) {
        boolean[] there = new boolean[distinct];
        for (int id : others) there[id] = true;
        return IntStream.range(0, ids.length).filter(i -> there[ids[i]]).toArray();
    }

    private static int[] pick(int[] ids, int[] positions) {
        return Arrays.stream(positions).map(i -> ids[i]).toArray();
    }

    private static boolean[] spread(boolean[] marks, int[] positions, int length) {
        boolean[] spread = new boolean[length];
        Arrays.fill(spread, true);
        for (int i = 0; i < positions.length; i++) spread[positions[i]] = marks[i];
        return spread;
    }

    private static List<Replacement> runs(boolean[] removed, boolean[] added) {
        List<Replacement> runs = new ArrayList<>();
        int before = 0;
        int after = 0;
        while (before < removed.length || after < added.length) {
            int beforeStart = before;
            int afterStart = after;
            while (before < removed.length && removed[before]) before++;
            while (after < added.length && added[after]) after++;
            if (before > beforeStart || after > afterStart) {
                runs.add(new Replacement(beforeStart, before, afterStart, after));
            } else {
                before++;
                after++;
            }
        }
        return runs;
    }

    private static List<Replacement> slid(List<Replacement> found, List<String> before, List<String> after) {
        List<Replacement> slid = new ArrayList<>(found.size());
        for (int i = 0; i < found.size(); i++) {
            Replacement r = found.get(i);
            int from = i == 0 ? 0 : slid.get(i - 1).beforeEnd() + 1;
            int to = i + 1 == found.size() ? before.size() : found.get(i + 1).beforeStart() - 1;
            int roomUp = r.beforeStart() - from;
            int roomDown = to - r.beforeEnd();
            int by = 0;
            if (r.removed() == 0) by = slide(after, r.afterStart(), r.afterEnd(), roomUp, roomDown);
            else if (r.added() == 0) by = slide(before, r.beforeStart(), r.beforeEnd(), roomUp, roomDown);
            slid.add(r.movedBy(by));
        }
        return slid;
    }

    /** How far to move the run {@code start..end} of {@code lines} so that it begins with the least indented line. */
    private static int slide(List<String> lines, int start, int end, int roomUp, int roomDown) {
        int best = 0;
        for (int by = -1; -by <= Math.min(roomUp, FURTHEST_SLIDE); by--) {
            if (!lines.get(start + by).equals(lines.get(end + by))) break;
            if (indent(lines.get(start + by)) < indent(lines.get(start + best))) best = by;
        }
        for (int by = 1; by <= Math.min(roomDown, FURTHEST_SLIDE); by++) {
            if (!lines.get(start + by - 1).equals(lines.get(end + by - 1))) break;
            if (indent(lines.get(start + by)) <= indent(lines.get(start + best))) best = by;
        }
        return best;
    }

    private static int indent(String line) {
        int indent = 0;
        while (indent < line.length() && Character.isWhitespace(line.charAt(indent))) indent++;
        return indent == line.length() ? Integer.MAX_VALUE : indent;
    }
}

package chaperone.core.structure;

import chaperone.core.compare.LineDiff;
import chaperone.core.compare.LinePairing;
import chaperone.core.compare.Replacement;
import chaperone.core.compare.Words;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.function.IntPredicate;

/**
 * Finds which statement of one block is which of another.
 *
 * <p>What has a name is that thing, whatever else it says. Where order counts, the longest common run of identities stays, and what has the same identity elsewhere was moved;
 * between what stayed, alike statements are one modified. Where order does not count, the same name
 * and text pair first, then the same name, then what is most alike. Every choice is made from the two texts without regard to which of them came
 * first, so that the answer is the same in both directions. Cost: near-linear, but for alike statements, which are
 * compared with each other up to {@value #MOST_COMPARED} pairs for each setting.
 */
final class StatementMatching {
    private static final int MOST_COMPARED = 100_000;
    private static final long MOST_LETTERS = 20_000_000;

    private final List<Statement> before;
    private final List<Statement> after;
    private final int[] afterOf;
    private final boolean[] isTaken;
    private final boolean[] hasMoved;

    private StatementMatching(List<Statement> before, List<Statement> after) {
        this.before = before;
        this.after = after;
        afterOf = new int[before.size()];
        Arrays.fill(afterOf, -1);
        isTaken = new boolean[after.size()];
        hasMoved = new boolean[before.size()];
    }

    static StatementMatching match(List<Statement> before, List<Statement> after) {
        StatementMatching matching = new StatementMatching(before, after);
        Map<Integer, List<Integer>> beforeOrders = byOrder(before);
        Map<Integer, List<Integer>> afterOrders = byOrder(after);
        beforeOrders.forEach((order, here) -> {
            List<Integer> there = afterOrders.getOrDefault(order, List.of());
            if (order == Statement.ANY_ORDER) matching.matchLoose(here, there);
            else matching.matchOrdered(here, there);
        });
        return matching;
    }

    /** The index after of the statement at {@code index} before; -1 if it is gone. */
    int afterOf(int index) {
        return afterOf[index];
    }

    boolean hasMoved(int index) {
        return hasMoved[index];
    }

    private static Map<Integer, List<Integer>> byOrder(List<Statement> level) {
        Map<Integer, List<Integer>> orders = new HashMap<>();
        for (int i = 0; i < level.size(); i++) {
            orders.computeIfAbsent(level.get(i).order(), order -> new ArrayList<>())
                    .add(i);
        }
        return orders;
    }

    private void matchLoose(List<Integer> here, List<Integer> there) {
        matchOnlyOnes(here, there);
        matchEqual(here, there, each -> each.name() + '\0' + each.key());
        matchEqual(named(before, here), named(after, there), Statement::name);
        matchAlike(here, there);
    }

    /** What is the only one of its kind on both sides is the same thing, unless a name says for certain that it is not. */
    private void matchOnlyOnes(List<Integer> here, List<Integer> there) {
        Map<String, List<Integer>> left = byKey(before, here);
        byKey(after, there).forEach((key, right) -> {
            List<Integer> same = left.getOrDefault(key, List.of());
            if (same.size() != 1 || right.size() != 1) return;
            Statement one = before.get(same.get(0));
            Statement other = after.get(right.get(0));
            boolean areDoubtful =
                    !one.identity().isCertain() && !other.identity().isCertain();
            if (areDoubtful && !one.name().equals(other.name())) pair(same.get(0), right.get(0));
        });
    }

    private static Map<String, List<Integer>> byKey(List<Statement> level, List<Integer> indices) {
        Map<String, List<Integer>> keys = new HashMap<>();
        for (int i : indices) {
            keys.computeIfAbsent(level.get(i).key(), key -> new ArrayList<>()).add(i);
        }
        return keys;
    }

    private void matchOrdered(List<Integer> here, List<Integer> there) {
        List<Replacement> places = LineDiff.between(identities(before, here), identities(after, there))
                .replacements();
        int i = 0;
        int j = 0;
        for (Replacement place : places) {
            while (i < place.beforeStart()) pair(here.get(i++), there.get(j++));
            i = place.beforeEnd();
            j = place.afterEnd();
        }
        while (i < here.size()) pair(here.get(i++), there.get(j++));
        for (int moved : matchEqual(here, there, StatementMatching::identity)) hasMoved[moved] = true;
        for (Replacement place : places) {
            matchInPlace(
                    here.subList(place.beforeStart(), place.beforeEnd()),
                    there.subList(place.afterStart(), place.afterEnd()));
        }
    }

    /** Statements of one place that have no name: alike ones, in order, are the same one modified. */
    private void matchInPlace(List<Integer> here, List<Integer> there) {
        List<Integer> left = nameless(before, here, this::isFree);
        List<Integer> right = nameless(after, there, j -> !isTaken[j]);
        List<LinePairing.Pair> pairs = LinePairing.of(
                left.stream().map(i -> before.get(i).key()).toList(),
                right.stream().map(j -> after.get(j).key()).toList());
        for (LinePairing.Pair pair : pairs) pair(left.get(pair.before()), right.get(pair.after()));
    }

    /** Pairs free statements that have this text in common, those of the same meaning first. */
    private List<Integer> matchEqual(List<Integer> here, List<Integer> there, Function<Statement, String> text) {
        Map<String, List<Integer>> waiting = new HashMap<>();
        for (int j : there) {
            String key = text.apply(after.get(j));
            if (!isTaken[j])
                waiting.computeIfAbsent(key, k -> new ArrayList<>()).add(j);
        }
        Map<String, List<Integer>> asking = new HashMap<>();
        for (int i : here) {
            String key = text.apply(before.get(i));
            if (isFree(i) && waiting.containsKey(key))
                asking.computeIfAbsent(key, k -> new ArrayList<>()).add(i);
        }
        List<Integer> paired = new ArrayList<>();
        asking.forEach((key, left) -> paired.addAll(matchGroup(left, waiting.getOrDefault(key, List.of()))));
        return paired;
    }

    private List<Integer> matchGroup(List<Integer> left, List<Integer> right) {
        if (left.size() == 1 && right.size() == 1) {
            pair(left.get(0), right.get(0));
            return left;
        }
        List<Integer> paired = new ArrayList<>();
        Map<Integer, Deque<Integer>> byMeaning = new HashMap<>();
        for (int j : right) {
            byMeaning
                    .computeIfAbsent(after.get(j).meaning(), m -> new ArrayDeque<>())
                    .add(j);
        }
        for (int i : left) {
            Integer same = byMeaning
                    .getOrDefault(before.get(i).meaning(), new ArrayDeque<>())
                    .poll();
            if (same == null) continue;
            pair(i, same);
            paired.add(i);
        }
        List<Integer> restLeft =
                sorted(before, left.stream().filter(this::isFree).toList());
        List<Integer> restRight =
                sorted(after, right.stream().filter(j -> !isTaken[j]).toList());
        for (int k = 0; k < Math.min(restLeft.size(), restRight.size()); k++) {
            pair(restLeft.get(k), restRight.get(k));
            paired.add(restLeft.get(k));
        }
        return paired;
    }

    /** A statement by all that it says; its meaning is worked out once, not at every comparison. */
    private record Said(int index, String key, int meaning) {}

    /** Whatever stays is sorted by what it says, so that both directions pair the same. */
    private static List<Integer> sorted(List<Statement> level, List<Integer> indices) {
        return indices.stream()
                .map(i -> new Said(i, level.get(i).key(), level.get(i).meaning()))
                .sorted(Comparator.comparing(Said::key).thenComparing(Said::meaning))
                .map(Said::index)
                .toList();
    }

    /** One statement on each side that says how alike they are. */
    private record Likely(int before, int after, double likeness, String lesser, String greater) {}

    private void matchAlike(List<Integer> here, List<Integer> there) {
        Map<String, List<Integer>> settings = bySetting(after, nameless(after, there, j -> !isTaken[j]));
        bySetting(before, nameless(before, here, this::isFree)).forEach((setting, left) -> {
            List<Integer> right = settings.getOrDefault(setting, List.of());
            if (left.size() == 1 && right.size() == 1) pair(left.get(0), right.get(0));
            else if (isFew(left, right)) matchMostAlike(left, right);
        });
    }

    /** Whether all pairs can be compared: by their number, and by all the letters that would be looked at. */
    private boolean isFew(List<Integer> left, List<Integer> right) {
        long letters = left.size() * letters(after, right) + right.size() * letters(before, left);
        return (long) left.size() * right.size() <= MOST_COMPARED && letters <= MOST_LETTERS;
    }

    private static long letters(List<Statement> level, List<Integer> indices) {
        return indices.stream().mapToLong(i -> level.get(i).key().length()).sum();
    }

    private void matchMostAlike(List<Integer> left, List<Integer> right) {
        List<Likely> likely = new ArrayList<>();
        List<List<String>> rightWords =
                right.stream().map(j -> Words.inked(after.get(j).key())).toList();
        for (int i : left) {
            String key = before.get(i).key();
            List<String> words = Words.inked(key);
            for (int k = 0; k < right.size(); k++) {
                double likeness = LinePairing.likeness(words, rightWords.get(k));
                String other = after.get(right.get(k)).key();
                boolean isFirst = key.compareTo(other) <= 0;
                if (LinePairing.areAlike(likeness))
                    likely.add(new Likely(i, right.get(k), likeness, isFirst ? key : other, isFirst ? other : key));
            }
        }
        likely.sort(Comparator.comparingDouble(Likely::likeness)
                .reversed()
                .thenComparing(Likely::lesser)
                .thenComparing(Likely::greater));
        for (Likely each : likely) {
            if (isFree(each.before()) && !isTaken[each.after()]) pair(each.before(), each.after());
        }
    }

    /** The first word that names something; a block is known by its head or not at all. */
    private static Map<String, List<Integer>> bySetting(List<Statement> level, List<Integer> indices) {
        Map<String, List<Integer>> settings = new HashMap<>();
        for (int i : indices) {
            if (!level.get(i).children().isEmpty()) continue;
            String setting = Words.inked(level.get(i).key()).stream()
                    .filter(word -> word.codePoints().anyMatch(Character::isLetter))
                    .findFirst()
                    .orElse("");
            if (!setting.isEmpty())
                settings.computeIfAbsent(setting, s -> new ArrayList<>()).add(i);
        }
        return settings;
    }

    private static List<Integer> named(List<Statement> level, List<Integer> indices) {
        return indices.stream().filter(i -> !level.get(i).name().isEmpty()).toList();
    }

    private static List<Integer> nameless(List<Statement> level, List<Integer> indices, IntPredicate isFree) {
        return indices.stream()
                .filter(i -> isFree.test(i) && level.get(i).name().isEmpty())
                .toList();
    }

    private static List<String> identities(List<Statement> level, List<Integer> indices) {
        return indices.stream().map(i -> identity(level.get(i))).toList();
    }

    /** By what a statement whose order counts is recognised on the other side. */
    private static String identity(Statement statement) {
        return statement.name().isEmpty() ? statement.key() : statement.name();
    }

    private boolean isFree(int index) {
        return afterOf[index] < 0;
    }

    private void pair(int i, int j) {
        afterOf[i] = j;
        isTaken[j] = true;
    }
}

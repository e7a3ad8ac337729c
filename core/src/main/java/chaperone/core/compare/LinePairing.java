package chaperone.core.compare;

import java.util.ArrayList;
import java.util.List;

/**
 * Finds which removed line of a place became which added line, so that it reads as one modified line.
 *
 * <p>An alignment in order that makes the sum of likeness greatest, by the dynamic programme of Needleman and Wunsch
 * (J. Mol. Biol. 48, 1970) without a gap cost. Likeness is Dice's coefficient over words, raised a little when the first
 * word, which names the setting, is the same. Time and memory removed × added, up to {@value #LARGEST_TABLE}; a larger
 * place is paired line by line from its top, where the lines are alike.
 */
public final class LinePairing {
    private static final int LARGEST_TABLE = 250_000;
    /** Words looked at, all comparisons of a place together. */
    private static final long MOST_WORDS = 10_000_000;

    private static final double ALIKE = 0.55;
    private static final double SAME_FIRST_WORD = 0.2;

    public record Pair(int before, int after) {}

    private LinePairing() {}

    /** The same pairs in both directions. */
    public static List<Pair> of(List<String> removed, List<String> added) {
        if (removed.isEmpty() || added.isEmpty()) return List.of();
        if (LineOrder.compare(removed, added) <= 0) return paired(removed, added);
        return paired(added, removed).stream()
                .map(pair -> new Pair(pair.after(), pair.before()))
                .toList();
    }

    private static List<Pair> paired(List<String> removed, List<String> added) {
        List<List<String>> removedWords = removed.stream().map(Words::inked).toList();
        List<List<String>> addedWords = added.stream().map(Words::inked).toList();
        long comparing = removed.size() * words(addedWords) + added.size() * words(removedWords);
        return (long) removed.size() * added.size() <= LARGEST_TABLE && comparing <= MOST_WORDS
                ? aligned(removedWords, addedWords)
                : fromTheTop(removedWords, addedWords);
    }

    private static long words(List<List<String>> lines) {
        return lines.stream().mapToLong(List::size).sum();
    }

    private static List<Pair> aligned(List<List<String>> removed, List<List<String>> added) {
        // best[i][j]: greatest sum for removed lines from i on and added lines from j on.
        double[][] best = new double[removed.size() + 1][added.size() + 1];
        double[][] likeness = new double[removed.size()][added.size()];
        for (int i = removed.size() - 1; i >= 0; i--) {
            for (int j = added.size() - 1; j >= 0; j--) {
                likeness[i][j] = likeness(removed.get(i), added.get(j));
                best[i][j] = Math.max(best[i + 1][j], best[i][j + 1]);
                if (likeness[i][j] >= ALIKE) best[i][j] = Math.max(best[i][j], likeness[i][j] + best[i + 1][j + 1]);
            }
        }
        List<Pair> pairs = new ArrayList<>();
        int i = 0;
        int j = 0;
        while (i < removed.size() && j < added.size()) {
            if (likeness[i][j] >= ALIKE && best[i][j] == likeness[i][j] + best[i + 1][j + 1]) {
                pairs.add(new Pair(i++, j++));
            } else if (best[i][j] == best[i + 1][j]) {
                i++;
            } else {
                j++;
            }
        }
        return pairs;
    }

    private static List<Pair> fromTheTop(List<List<String>> removed, List<List<String>> added) {
        List<Pair> pairs = new ArrayList<>();
        for (int i = 0; i < Math.min(removed.size(), added.size()); i++) {
            if (likeness(removed.get(i), added.get(i)) >= ALIKE) pairs.add(new Pair(i, i));
        }
        return pairs;
    }

    public static boolean areAlike(double likeness) {
        return likeness >= ALIKE;
    }

    /** From 0, nothing in common, to 1.2, the same. */
    public static double likeness(List<String> before, List<String> after) {
        if (before.isEmpty() || after.isEmpty()) return 0;
        double dice = 2.0 * Words.common(before, after) / (before.size() + after.size());
        return before.get(0).equals(after.get(0)) ? dice + SAME_FIRST_WORD : dice;
    }
}

package chaperone.core.patch;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * Which of several things can stay where they are while the others are placed before one another. Things can only be
 * placed before others, so that the last one stays; of those before it, a longest increasing run does (patience sorting;
 * Knuth, The Art of Computer Programming, volume 3, section 5.1.4). Cost: n log n.
 */
final class StablePlaces {
    private StablePlaces() {}

    /**
     * @param now in the order in which they stand; the same things as in {@code wanted}
     * @return those that stay
     */
    static Set<String> of(List<String> now, List<String> wanted) {
        if (wanted.isEmpty()) return Set.of();
        Map<String, Integer> target =
                IntStream.range(0, wanted.size()).boxed().collect(Collectors.toMap(wanted::get, Function.identity()));
        String last = wanted.get(wanted.size() - 1);
        List<String> before = now.subList(0, now.indexOf(last));
        Set<String> staying = new HashSet<>(longestIncreasing(before, target));
        staying.add(last);
        return staying;
    }

    private static Deque<String> longestIncreasing(List<String> things, Map<String, Integer> target) {
        int[] ends = new int[things.size()];
        int[] values = new int[things.size()];
        int[] previous = new int[things.size()];
        int length = 0;
        for (int i = 0; i < things.size(); i++) {
            int value = target.get(things.get(i));
            int found = Arrays.binarySearch(values, 0, length, value);
            int at = found < 0 ? -found - 1 : found;
            previous[i] = at == 0 ? -1 : ends[at - 1];
            ends[at] = i;
            values[at] = value;
            length = Math.max(length, at + 1);
        }
        Deque<String> run = new ArrayDeque<>();
        for (int i = length == 0 ? -1 : ends[length - 1]; i >= 0; i = previous[i]) run.addFirst(things.get(i));
        return run;
    }
}

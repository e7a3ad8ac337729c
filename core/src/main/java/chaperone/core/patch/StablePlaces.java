package chaperone.core.patch;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.ToIntFunction;

/**
 * Which of several things can stay where they are. Of the others, those that come before the last one that stays are placed
 * before one another; nothing can be placed behind it, so what comes there is taken away and put anew, at the end. Those that
 * stay are a longest increasing run (patience sorting; Knuth, The Art of Computer Programming, volume 3, section 5.1.4); of
 * all runs the cheapest is taken. Cost: n log n.
 *
 * @param staying where they are
 * @param anew at the end, in the order that is wanted
 */
record StablePlaces(Set<String> staying, Set<String> anew) {

    /**
     * @param now in the order in which they stand; the same things as in {@code wanted}
     * @param anewCost how many commands it takes to put a thing anew, beside those that it takes anyway
     */
    static StablePlaces of(List<String> now, List<String> wanted, ToIntFunction<String> anewCost) {
        int count = wanted.size();
        Map<String, Integer> target = new HashMap<>();
        for (int i = 0; i < count; i++) target.put(wanted.get(i), i);
        // By what is wanted: how long the longest run is that ends with it, and what comes before it in that run.
        int[] lengths = new int[count];
        int[] previous = new int[count];
        int[] ends = new int[count];
        int longest = 0;
        for (String each : now) {
            int value = target.get(each);
            int at = firstNotBelow(ends, longest, value);
            lengths[value] = at + 1;
            previous[value] = at == 0 ? -1 : ends[at - 1];
            ends[at] = value;
            longest = Math.max(longest, at + 1);
        }
        int last = cheapestLast(wanted, lengths, anewCost);
        Set<String> staying = new HashSet<>();
        for (int i = last; i >= 0; i = previous[i]) staying.add(wanted.get(i));
        return new StablePlaces(staying, Set.copyOf(wanted.subList(last + 1, count)));
    }

    private static int firstNotBelow(int[] ends, int length, int value) {
        int from = 0;
        int to = length;
        while (from < to) {
            int middle = (from + to) >>> 1;
            if (ends[middle] < value) from = middle + 1;
            else to = middle;
        }
        return from;
    }

    /** Where all cost the same, what stands further back: then fewer are put anew. */
    private static int cheapestLast(List<String> wanted, int[] lengths, ToIntFunction<String> anewCost) {
        int best = wanted.size() - 1;
        long cheapest = Long.MAX_VALUE;
        long behind = 0;
        for (int i = wanted.size() - 1; i >= 0; i--) {
            long cost = i + 1 - lengths[i] + behind;
            if (cost < cheapest) {
                cheapest = cost;
                best = i;
            }
            behind += anewCost.applyAsInt(wanted.get(i));
        }
        return best;
    }
}

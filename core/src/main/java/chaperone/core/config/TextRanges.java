package chaperone.core.config;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;

/** Ranges of one text in order; those that overlapped or touched were joined into one. An empty one marks a place. */
public final class TextRanges {
    public static final TextRanges NONE = new TextRanges(List.of());

    private final List<TextRange> ranges;

    private TextRanges(List<TextRange> ranges) {
        this.ranges = List.copyOf(ranges);
    }

    public static TextRanges of(Collection<TextRange> any) {
        List<TextRange> sorted =
                any.stream().sorted(Comparator.comparingInt(TextRange::start)).toList();
        List<TextRange> joined = new ArrayList<>(sorted.size());
        for (TextRange next : sorted) {
            int last = joined.size() - 1;
            if (last >= 0 && next.start() <= joined.get(last).end()) {
                TextRange previous = joined.get(last);
                joined.set(last, new TextRange(previous.start(), Math.max(previous.end(), next.end())));
            } else {
                joined.add(next);
            }
        }
        return joined.isEmpty() ? NONE : new TextRanges(joined);
    }

    public List<TextRange> all() {
        return ranges;
    }

    public boolean areNone() {
        return ranges.isEmpty();
    }

    /** What of them lies between {@code from} and {@code to}, cut there. Logarithmic in their number, and linear in the answer. */
    public List<TextRange> within(int from, int to) {
        List<TextRange> found = new ArrayList<>();
        for (int i = firstThatEndsAt(from); i < ranges.size() && ranges.get(i).start() <= to; i++) {
            TextRange range = ranges.get(i);
            boolean lies = range.isEmpty() || range.start() < to && range.end() > from;
            if (lies) found.add(new TextRange(Math.max(from, range.start()), Math.min(to, range.end())));
        }
        return found;
    }

    /** The one in which {@code part} lies. */
    public TextRange touching(TextRange part) {
        return ranges.get(firstThatEndsAt(part.isEmpty() ? part.start() : part.start() + 1));
    }

    /** The first that ends at {@code index} or behind it. */
    private int firstThatEndsAt(int index) {
        int low = 0;
        int high = ranges.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (ranges.get(middle).end() < index) low = middle + 1;
            else high = middle;
        }
        return low;
    }
}

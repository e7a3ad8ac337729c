package chaperone.core.standard;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;

/**
 * The members of a list on a line: words, and numbers by their ranges, never one by one, since a range may be long.
 *
 * @param numbers in ascending order, with a number between any two of them
 */
record MemberSet(Set<String> words, List<Span> numbers) {
    private static final int LONGEST = 18;

    record Span(long first, long last) {}

    static MemberSet read(String text) {
        Set<String> words = new TreeSet<>();
        List<Span> spans = new ArrayList<>();
        for (String each : text.strip().split("[,\\s]+")) {
            String[] ends = each.split("-", 2);
            if (isNumber(ends[0]) && isNumber(ends[ends.length - 1]))
                spans.add(new Span(Long.parseLong(ends[0]), Long.parseLong(ends[ends.length - 1])));
            else if (!each.isEmpty()) words.add(each);
        }
        return new MemberSet(words, merged(spans));
    }

    private static boolean isNumber(String text) {
        return !text.isEmpty() && text.length() <= LONGEST && text.chars().allMatch(c -> c >= '0' && c <= '9');
    }

    private static List<Span> merged(List<Span> spans) {
        List<Span> merged = new ArrayList<>();
        spans.stream()
                .filter(span -> span.first() <= span.last())
                .sorted(Comparator.comparingLong(Span::first))
                .forEach(span -> {
                    Span before = merged.isEmpty() ? new Span(0, -2) : merged.get(merged.size() - 1);
                    if (span.first() > before.last() + 1) merged.add(span);
                    else merged.set(merged.size() - 1, new Span(before.first(), Math.max(before.last(), span.last())));
                });
        return merged;
    }

    boolean isEmpty() {
        return words.isEmpty() && numbers.isEmpty();
    }

    boolean holds(Comparison comparison, MemberSet limit) {
        return switch (comparison) {
            case WITHIN -> limit.hasAll(this);
            case HOLDS -> hasAll(limit);
            case EXACTLY -> equals(limit);
            default -> !equals(limit);
        };
    }

    private boolean hasAll(MemberSet other) {
        return words.containsAll(other.words) && other.numbers.stream().allMatch(this::hasSpan);
    }

    private boolean hasSpan(Span span) {
        return numbers.stream().anyMatch(own -> own.first() <= span.first() && span.last() <= own.last());
    }
}

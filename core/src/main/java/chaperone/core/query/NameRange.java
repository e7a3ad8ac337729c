package chaperone.core.query;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Names that differ in a number: {@code brkw-acc-[1-4]}, {@code 192.0.2.[1-9,20]}. A first number with zeros in front
 * gives all its numbers that many digits: {@code port-[01-12]}.
 */
public final class NameRange {
    static final int MOST = 1000;
    private static final Pattern RANGE = Pattern.compile("\\[([^\\[\\]]*)\\]");
    private static final Pattern PART = Pattern.compile("([0-9]{1,9})(?:-([0-9]{1,9}))?");

    private NameRange() {}

    /** Whether a field's texts may be asked for with ranges. */
    public static boolean isFor(Field field) {
        return field == Field.NAME || field == Field.ADDRESS;
    }

    /** Every name that is meant, in order; the name itself if it has no range, or one that cannot be read. */
    public static List<String> expand(String name) {
        return problem(name).isPresent() ? List.of(name) : expanded(name);
    }

    private static List<String> expanded(String name) {
        List<String> all = List.of("");
        int from = 0;
        Matcher range = RANGE.matcher(name);
        while (range.find()) {
            String before = name.substring(from, range.start());
            List<String> longer = new ArrayList<>();
            for (String head : all) for (String number : numbers(range.group(1))) longer.add(head + before + number);
            all = longer;
            from = range.end();
        }
        String rest = name.substring(from);
        return all.stream().map(head -> head + rest).toList();
    }

    private static List<String> numbers(String list) {
        List<String> numbers = new ArrayList<>();
        for (String part : list.split(",")) {
            Matcher matcher = PART.matcher(part);
            if (!matcher.matches()) throw new IllegalStateException(part);
            String first = matcher.group(1);
            int to = Integer.parseInt(matcher.group(2) == null ? first : matcher.group(2));
            for (int i = Integer.parseInt(first); i <= to; i++) {
                numbers.add("0"
                                .repeat(Math.max(
                                        0, first.length() - String.valueOf(i).length()))
                        + i);
            }
        }
        return numbers;
    }

    /** Why the ranges of a name cannot be read. */
    public static Optional<String> problem(String name) {
        long count = 1;
        Matcher range = RANGE.matcher(name);
        while (range.find()) {
            long numbers = 0;
            for (String part : range.group(1).split(",", -1)) {
                Matcher matcher = PART.matcher(part);
                if (!matcher.matches()) return Optional.of("A range is written like sw-[1-4] or sw-[1,3].");
                long from = Long.parseLong(matcher.group(1));
                long to = matcher.group(2) == null ? from : Long.parseLong(matcher.group(2));
                if (to < from) return Optional.of("This range ends before it begins.");
                numbers += to - from + 1;
            }
            count = Math.min(Integer.MAX_VALUE, count * numbers);
        }
        String rest = RANGE.matcher(name).replaceAll("");
        if (rest.contains("[") || rest.contains("]"))
            return Optional.of("A range is written like sw-[1-4] or sw-[1,3].");
        if (count > MOST) return Optional.of("These ranges mean more than " + MOST + " names.");
        return Optional.empty();
    }
}

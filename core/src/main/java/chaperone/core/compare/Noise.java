package chaperone.core.compare;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * What in a configuration changes by itself: a clock, a counter, a byte count.
 *
 * <p>A pattern with groups sets aside the text of its groups; a pattern without any sets aside the whole line. Matching
 * is linear in the line (RE2).
 */
public record Noise(List<Item> items) {

    /** One kind of noise, with the reason for which it is set aside. */
    public record Item(String name, Pattern pattern, String reason) {}

    /** A stretch of a line, in characters from 0, half-open. */
    private record Stretch(int start, int end) {}

    static final String MASK = "\u0000";
    private static final String MASKED_PART = " " + MASK;
    public static final Noise NONE = new Noise(List.of());

    public Noise {
        items = List.copyOf(items);
    }

    /** The same and more. */
    public Noise with(List<Item> more) {
        List<Item> all = new ArrayList<>(items);
        all.addAll(more);
        return new Noise(all);
    }

    /** The line with its noise replaced by a sign that no device prints; two lines that differ in noise become equal. */
    public String masked(String line) {
        return maskedPart(line, 0, line);
    }

    /** A part of the line, masked by what the line as a whole is; the part starts at {@code column}. */
    String maskedPart(String line, int column, String part) {
        List<Stretch> found = new ArrayList<>();
        for (Item item : items) {
            Matcher matcher = item.pattern().matcher(line);
            if (!matcher.find()) continue;
            if (matcher.groupCount() == 0) return MASK + item.name();
            for (int group = 1; group <= matcher.groupCount(); group++) {
                if (matcher.start(group) >= 0) found.add(new Stretch(matcher.start(group), matcher.end(group)));
            }
        }
        return found.isEmpty() ? part : without(found, column, part);
    }

    /** Whether {@code masked} stands for a line that is noise as a whole. */
    static boolean isWholeLine(String masked) {
        return masked.startsWith(MASK);
    }

    /** Every line masked; lines that are noise as a whole are left out. */
    public List<String> settled(List<String> lines) {
        return lines.stream()
                .map(this::masked)
                .filter(line -> !isWholeLine(line))
                .toList();
    }

    private static String without(List<Stretch> found, int column, String part) {
        found.sort(Comparator.comparingInt(Stretch::start));
        StringBuilder masked = new StringBuilder(part.length());
        int from = 0;
        for (Stretch stretch : found) {
            int start = stretch.start() - column;
            int end = Math.min(stretch.end() - column, part.length());
            if (start < from || end < start) continue;
            masked.append(part, from, start).append(MASKED_PART);
            from = end;
        }
        return masked.append(part, from, part.length()).toString();
    }
}

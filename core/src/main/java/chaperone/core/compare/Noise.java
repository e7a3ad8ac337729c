package chaperone.core.compare;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
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

    private static final String MASK = "\u0000";
    public static final Noise NONE = new Noise(List.of());

    public Noise {
        items = List.copyOf(items);
    }

    /** The line with its noise replaced by a sign that no device prints; two lines that differ in noise become equal. */
    public String masked(String line) {
        String masked = line;
        for (Item item : items) {
            Matcher matcher = item.pattern().matcher(masked);
            if (!matcher.find()) continue;
            if (matcher.groupCount() == 0) return MASK + item.name();
            masked = withoutGroups(masked, matcher);
        }
        return masked;
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

    private static String withoutGroups(String line, Matcher matcher) {
        StringBuilder masked = new StringBuilder(line.length());
        int from = 0;
        for (int group = 1; group <= matcher.groupCount(); group++) {
            if (matcher.start(group) < from) continue;
            masked.append(line, from, matcher.start(group)).append(" ").append(MASK);
            from = matcher.end(group);
        }
        return masked.append(line, from, line.length()).toString();
    }
}

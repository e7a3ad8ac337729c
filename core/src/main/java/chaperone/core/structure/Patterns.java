package chaperone.core.structure;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;

/** What patterns find in a text. */
final class Patterns {
    private Patterns() {}

    /** The text without what the first group matched. */
    static String withoutFirstGroup(Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        if (!matcher.find() || matcher.start(1) < 0) return text;
        return text.substring(0, matcher.start(1)) + text.substring(matcher.end(1));
    }
}

package chaperone.core.structure;

import chaperone.core.pattern.QuickPattern;
import com.google.re2j.Matcher;
import java.util.Optional;

/** What patterns find in a text. */
final class Patterns {
    private Patterns() {}

    /** The text without what the first group matched. */
    static String withoutFirstGroup(QuickPattern pattern, String text) {
        Optional<Matcher> found = pattern.find(text).filter(matcher -> matcher.start(1) >= 0);
        return found.map(matcher -> text.substring(0, matcher.start(1)) + text.substring(matcher.end(1)))
                .orElse(text);
    }
}

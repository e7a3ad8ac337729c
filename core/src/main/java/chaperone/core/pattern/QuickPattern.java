package chaperone.core.pattern;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;

/**
 * A pattern that is not even tried where letters are missing that every fitting text holds, or where it is nothing but
 * letters itself: most lines of a configuration are told so, some fifty times as fast as by the pattern.
 */
public final class QuickPattern {
    private final Pattern pattern;
    private final RequiredText required;
    private final Optional<PlainText> plain;

    private QuickPattern(Pattern pattern) {
        this.pattern = pattern;
        this.required = RequiredText.of(pattern);
        this.plain = PlainText.of(pattern);
    }

    public static QuickPattern of(Pattern pattern) {
        return new QuickPattern(pattern);
    }

    public Pattern pattern() {
        return pattern;
    }

    /** What every line that it fits begins with: with one of these; empty if nobody knows. */
    public List<String> beginnings() {
        return required.starts();
    }

    /** Letters that stand in every text that it fits; empty if nobody knows. */
    public String letters() {
        return required.anywhere();
    }

    /** Whether it is worth trying. */
    public boolean mayBeIn(String text) {
        return required.isIn(text);
    }

    /** Whether it fits somewhere in the text. */
    public boolean isIn(String text) {
        if (plain.isPresent() && text.indexOf('\n') < 0) return plain.get().isIn(text);
        return mayBeIn(text) && pattern.matcher(text).find();
    }

    /** The first place where it fits. */
    public Optional<Matcher> find(String text) {
        if (!mayBeIn(text)) return Optional.empty();
        Matcher matcher = pattern.matcher(text);
        return matcher.find() ? Optional.of(matcher) : Optional.empty();
    }

    /** What the first group fits, at the first place; nothing if it takes no part there. */
    public Optional<String> firstGroup(String text) {
        return find(text).map(matcher -> matcher.group(1));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof QuickPattern that && pattern.equals(that.pattern);
    }

    @Override
    public int hashCode() {
        return pattern.hashCode();
    }

    @Override
    public String toString() {
        return pattern.toString();
    }
}

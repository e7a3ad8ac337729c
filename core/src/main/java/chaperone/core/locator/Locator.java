package chaperone.core.locator;

import com.google.re2j.Pattern;

/** Which parts of a configuration are meant. */
public sealed interface Locator {

    /**
     * What the groups of a pattern fit, every time that it fits; lines and statements as a whole if it has no group.
     * Lines are looked at as they stand, statements with one blank between their words, so that layout does not matter.
     */
    record ByPattern(Pattern pattern) implements Locator {
        boolean isWhole() {
            return pattern.groupCount() == 0;
        }
    }

    /**
     * The values at and below every path that a pattern fits: names of members (JSON) or local names of elements (XML)
     * from the top, with {@code /} between them. Entries of a list have no name; an attribute's begins with {@code @}.
     */
    record ByPath(Pattern path) implements Locator {}

    static Locator byPattern(Pattern pattern) {
        return new ByPattern(pattern);
    }
}

package chaperone.core.platform;

import chaperone.core.origin.Visitor;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Optional;
import java.util.StringJoiner;

/**
 * A short request whose answer moves whenever the configuration does: a counter, a moment, a digest.
 *
 * @param mark what counts in the answer: all groups of all places that it matches
 * @param by who edited last, in the groups {@code account}, {@code from} and {@code way}; none if the family does not tell
 */
public record QuickCheck(String request, Pattern mark, Optional<Pattern> by) {
    private static final int LONGEST = 500;

    /**
     * What came of asking.
     *
     * @param mark as {@link #markIn} gives it
     * @param editor who edited last; {@link Visitor#UNKNOWN} if the answer does not tell
     */
    public record Answer(String mark, Visitor editor) {
        public static final Answer NOTHING = new Answer("", Visitor.UNKNOWN);
    }

    public Answer read(String answer) {
        return new Answer(
                markIn(answer),
                by.flatMap(pattern -> Visitor.in(answer, pattern)).orElse(Visitor.UNKNOWN));
    }

    /** What to compare with the mark of the time before; empty if the answer holds none, which says nothing. */
    public String markIn(String answer) {
        StringJoiner parts = new StringJoiner(" ");
        Matcher matcher = mark.matcher(answer);
        while (parts.length() < LONGEST && matcher.find()) {
            for (int i = 1; i <= matcher.groupCount(); i++) parts.add(String.valueOf(matcher.group(i)));
        }
        String all = parts.toString();
        return all.length() > LONGEST ? all.substring(0, LONGEST) : all;
    }
}

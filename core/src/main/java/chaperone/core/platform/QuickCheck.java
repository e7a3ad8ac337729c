package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.StringJoiner;

/**
 * A short request whose answer moves whenever the configuration does: a counter, a moment, a digest.
 *
 * @param mark what counts in the answer: all groups of all places that it matches
 */
public record QuickCheck(String request, Pattern mark) {
    private static final int LONGEST = 500;

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

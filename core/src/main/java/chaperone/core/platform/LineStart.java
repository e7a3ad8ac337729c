package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;

/**
 * Finds the first match of a pattern as {@link Matcher#find} does, but begins at the first line that starts with the
 * letters that the pattern starts with: RE2/J walks through a text character by character, which costs more than the rest
 * of reading a device's facts. Linear in the text.
 */
final class LineStart {
    private LineStart() {}

    /** Whether the pattern, which the matcher is of, matches anywhere in the text. */
    static boolean find(Matcher matcher, String text) {
        String letters = lettersOf(matcher.pattern());
        if (letters.isEmpty()) return matcher.find();
        int line = text.startsWith(letters) ? 0 : text.indexOf("\n" + letters) + 1;
        boolean isThere = line > 0 || text.startsWith(letters);
        return isThere && matcher.find(line);
    }

    /** What every match begins with, at the start of a line; empty if nothing is certain. */
    static String lettersOf(Pattern pattern) {
        String text = pattern.pattern();
        boolean isOfLines = text.startsWith("^") && (pattern.flags() & Pattern.MULTILINE) != 0;
        boolean isPlain = (pattern.flags() & Pattern.CASE_INSENSITIVE) == 0 && text.indexOf('|') < 0;
        if (!isOfLines || !isPlain) return "";
        int end = 1;
        while (end < text.length() && isLetter(text.charAt(end))) end++;
        // The last one may be meant any number of times.
        boolean isCounted = end < text.length() && "*?{+".indexOf(text.charAt(end)) >= 0;
        return text.substring(1, Math.max(1, isCounted ? end - 1 : end));
    }

    private static boolean isLetter(char each) {
        return each == ' ' || each == '-' || each == ':' || each < 0x7f && Character.isLetterOrDigit(each);
    }
}

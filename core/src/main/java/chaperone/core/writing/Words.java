package chaperone.core.writing;

import java.util.ArrayList;
import java.util.List;

/** A statement in its words; what stands in quotation marks is one word. */
final class Words {
    private Words() {}

    static List<String> of(String text) {
        List<String> words = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            if (text.charAt(at) == ' ' || text.charAt(at) == '\t') {
                at++;
                continue;
            }
            int end = endOf(text, at);
            words.add(text.substring(at, end));
            at = end;
        }
        return words;
    }

    private static int endOf(String text, int from) {
        boolean isQuoted = false;
        int at = from;
        while (at < text.length()) {
            char letter = text.charAt(at);
            if (letter == '\\' && isQuoted) at++;
            else if (letter == '"') isQuoted = !isQuoted;
            else if (!isQuoted && (letter == ' ' || letter == '\t')) break;
            at++;
        }
        return Math.min(at, text.length());
    }

    /** Whether a word is a number, an address, a name with a number in it, or quoted: another one may stand there as well. */
    static boolean isValue(String word) {
        return word.startsWith("\"") || word.chars().anyMatch(letter -> letter >= '0' && letter <= '9');
    }
}

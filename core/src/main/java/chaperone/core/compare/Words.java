package chaperone.core.compare;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The words of a configuration line: a quoted text, a run of letters, digits and address
 * signs, blanks, or a sign; a masked secret is one, too.
 */
public final class Words {
    private static final Pattern WORD =
            Pattern.compile("\u2022{4}[0-9a-f]*|\"[^\"]*\"|[\\pL\\pN._/:$-]+|\\s+|.", Pattern.DOTALL);

    private Words() {}

    public static List<String> of(String line) {
        List<String> words = new ArrayList<>();
        Matcher matcher = WORD.matcher(line);
        while (matcher.find()) words.add(matcher.group());
        return words;
    }

    /** The words without blanks. */
    public static List<String> inked(String line) {
        return of(line).stream().filter(word -> !word.isBlank()).toList();
    }

    /** Words that both have, each as often as in the one with fewer of it. */
    static int common(List<String> before, List<String> after) {
        Map<String, Integer> left = new HashMap<>();
        for (String word : before) left.merge(word, 1, Integer::sum);
        int common = 0;
        for (String word : after) {
            if (left.merge(word, -1, Integer::sum) >= 0) common++;
        }
        return common;
    }
}

package chaperone.server.problem;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** The name of a field of what was sent, as people read it: "log-in 2, protocols" for {@code logIns[1].protocols}. */
final class FieldWords {
    private static final Pattern STEP = Pattern.compile("([^.\\[\\]]+)(?:\\[([^\\]]*)\\])?");
    private static final Pattern HUMP = Pattern.compile("([a-z0-9])([A-Z])");

    private FieldWords() {}

    static String of(String path) {
        StringBuilder words = new StringBuilder();
        Matcher steps = STEP.matcher(path);
        while (steps.find()) {
            if (words.length() > 0) words.append(", ");
            words.append(word(steps.group(1), steps.group(2)));
        }
        return words.toString();
    }

    /** @param index which one of a list, from 0, or of a table, by its name; null for a field that is neither */
    private static String word(String name, @Nullable String index) {
        String spoken = HUMP.matcher(name).replaceAll("$1 $2").toLowerCase(Locale.ROOT);
        if (index == null) return spoken;
        String one = spoken.endsWith("s") ? spoken.substring(0, spoken.length() - 1) : spoken;
        boolean isNumber =
                !index.isEmpty() && index.length() < 7 && index.chars().allMatch(c -> c >= '0' && c <= '9');
        return one + " " + (isNumber ? Integer.toString(Integer.parseInt(index) + 1) : "\"" + index + "\"");
    }

    /** A sentence that begins with it. */
    static String sentence(String path, String message) {
        String text = of(path) + " " + message;
        return text.substring(0, 1).toUpperCase(Locale.ROOT) + text.substring(1) + ".";
    }
}

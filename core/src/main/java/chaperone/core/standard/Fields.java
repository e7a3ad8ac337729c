package chaperone.core.standard;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.LinkedHashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Fields in a golden text, such as {@code {{log}}}. */
public final class Fields {
    private static final Pattern FIELD = Pattern.compile("\\{\\{ *([a-z][a-z0-9-]{0,39}) *\\}\\}");

    private Fields() {}

    /** In the order in which they come. */
    public static Set<String> in(String text) {
        Set<String> names = new LinkedHashSet<>();
        Matcher field = FIELD.matcher(text);
        while (field.find()) names.add(field.group(1));
        return names;
    }

    /** The first field that has no value; nothing if all do. */
    static Optional<String> unfilled(String text, Map<String, String> values) {
        return in(text).stream().filter(name -> !values.containsKey(name)).findFirst();
    }

    static String filled(String text, Map<String, String> values) {
        StringBuilder filled = new StringBuilder();
        Matcher field = FIELD.matcher(text);
        int end = 0;
        while (field.find()) {
            filled.append(text, end, field.start()).append(values.get(field.group(1)));
            end = field.end();
        }
        return filled.append(text.substring(end)).toString();
    }
}

package chaperone.core.standard;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Fields in what a clause wants, such as {@code {{log}}}. */
public final class Fields {
    private static final Pattern FIELD = Pattern.compile("\\{\\{ *([a-z][a-z0-9-]{0,39}) *\\}\\}");

    private static final String OPENS = "{{";

    private Fields() {}

    /** In the order in which they come. */
    public static Set<String> in(String text) {
        if (!text.contains(OPENS)) return Set.of();
        Set<String> names = new LinkedHashSet<>();
        Matcher field = FIELD.matcher(text);
        while (field.find()) names.add(field.group(1));
        return names;
    }

    /** What of a rule sites may fill. */
    public static Set<String> in(Rule rule) {
        Set<String> names = new LinkedHashSet<>();
        texts(rule).forEach(text -> names.addAll(in(text)));
        return names;
    }

    private static List<String> texts(Rule rule) {
        if (rule instanceof Rule.Golden golden) return List.of(golden.text());
        if (rule instanceof Rule.Required required)
            return required.repair().stream().toList();
        if (!(rule instanceof Rule.ForEach each)) return List.of();
        String limit = each.condition() instanceof Condition.Compares compares ? compares.limit() : "";
        return List.of(limit, each.repair().orElse(""));
    }

    /** The first field that has no value; nothing if all do. */
    static Optional<String> unfilled(Rule rule, Map<String, String> values) {
        return in(rule).stream().filter(name -> !values.containsKey(name)).findFirst();
    }

    /** @param values of all its fields */
    static Rule filled(Rule rule, Map<String, String> values) {
        if (rule instanceof Rule.Golden golden)
            return new Rule.Golden(filled(golden.text(), values), golden.manner(), golden.among());
        if (rule instanceof Rule.Required required)
            return new Rule.Required(
                    required.statement(), required.in(), required.repair().map(line -> filled(line, values)));
        if (!(rule instanceof Rule.ForEach each)) return rule;
        Condition condition = each.condition() instanceof Condition.Compares compares
                ? new Condition.Compares(
                        compares.line(), compares.kind(), compares.comparison(), filled(compares.limit(), values))
                : each.condition();
        return new Rule.ForEach(
                each.block(), each.with(), condition, each.repair().map(line -> filled(line, values)));
    }

    private static String filled(String text, Map<String, String> values) {
        if (!text.contains(OPENS)) return text;
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

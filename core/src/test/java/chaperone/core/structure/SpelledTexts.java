package chaperone.core.structure;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;

/**
 * One made-up configuration, written in as many spellings as one likes. Nothing here is shared with the readers: what is
 * written are values, what may differ is what each format's own text says may differ.
 */
final class SpelledTexts {
    private final Entry root;

    /** A name with a value, or with entries below it; entries of a list have a number as their first. */
    private record Entry(String name, String value, List<Entry> below) {}

    private SpelledTexts(Entry root) {
        this.root = root;
    }

    static SpelledTexts random(long seed) {
        return new SpelledTexts(grow("top", new Random(seed), 0));
    }

    private static Entry grow(String name, Random random, int depth) {
        if (depth > 0 && (depth == 3 || random.nextInt(3) > 0)) return new Entry(name, value(random), List.of());
        List<Entry> below = new ArrayList<>();
        for (int i = 0; i < 1 + random.nextInt(3); i++) below.add(grow("n" + depth + i, random, depth + 1));
        return new Entry(name, "", below);
    }

    private static String value(Random random) {
        String[] values = {"1", "250", "a", "a b", "say \"x\"", "back\\slash", "<&>", "ä/ö", "true"};
        return values[random.nextInt(values.length)];
    }

    /** Everything that has a meaning, in one line. */
    String meaning() {
        return root.toString();
    }

    String written(String grammar, Random layout) {
        StringBuilder text = new StringBuilder();
        switch (grammar) {
            case "json" -> json(root, text, layout);
            case "xml" -> xml(root, text, layout);
            default -> braced(root, text, layout);
        }
        return text.append(pick(layout, "", "\n", "\r\n")).toString();
    }

    private static void json(Entry entry, StringBuilder text, Random layout) {
        if (entry.below().isEmpty()) {
            text.append(jsonValue(entry.value(), layout));
            return;
        }
        text.append('{').append(gap(layout));
        List<Entry> shuffled = shuffled(entry.below(), layout);
        for (int i = 0; i < shuffled.size(); i++) {
            if (i > 0) text.append(',').append(gap(layout));
            text.append(jsonText(shuffled.get(i).name(), layout))
                    .append(gap(layout))
                    .append(':')
                    .append(gap(layout));
            json(shuffled.get(i), text, layout);
            text.append(gap(layout));
        }
        text.append('}');
    }

    private static String jsonValue(String value, Random layout) {
        if (value.equals("true")) return value;
        if (value.equals("1")) return pick(layout, "1", "1.0", "1e0", "10E-1");
        if (value.equals("250")) return pick(layout, "250", "2.5e2", "250.00");
        return jsonText(value, layout);
    }

    private static String jsonText(String value, Random layout) {
        return value.chars().mapToObj(c -> jsonSign((char) c, layout)).collect(Collectors.joining("", "\"", "\""));
    }

    private static String jsonSign(char c, Random layout) {
        String coded = String.format(layout.nextBoolean() ? "\\u%04x" : "\\u%04X", (int) c);
        if (c == '"' || c == '\\') return pick(layout, "\\" + c, coded);
        if (c == '/') return pick(layout, "/", "\\/", coded);
        return layout.nextInt(5) == 0 ? coded : String.valueOf(c);
    }

    private static void xml(Entry entry, StringBuilder text, Random layout) {
        String one = "a=" + pick(layout, "\"1\"", "'1'", "\"&#49;\"");
        String other = "b=" + pick(layout, "'x\"y'", "\"x&quot;y\"");
        boolean isFirst = layout.nextBoolean();
        text.append('<').append(entry.name()).append(pick(layout, " ", "\n  ")).append(isFirst ? one : other);
        text.append(pick(layout, " ", "  "))
                .append(isFirst ? other : one)
                .append(pick(layout, "", " "))
                .append('>');
        if (entry.below().isEmpty()) text.append(xmlText(entry.value(), layout));
        for (Entry each : shuffled(entry.below(), layout)) {
            text.append(gap(layout));
            xml(each, text, layout);
        }
        if (!entry.below().isEmpty()) text.append(gap(layout)).append(pick(layout, "<none/>", "<none></none>"));
        text.append("</").append(entry.name()).append('>');
    }

    private static String xmlText(String value, Random layout) {
        return value.chars().mapToObj(c -> xmlSign((char) c, layout)).collect(Collectors.joining());
    }

    private static String xmlSign(char c, Random layout) {
        String coded = pick(layout, "&#" + (int) c + ";", "&#x" + Integer.toHexString(c) + ";");
        return switch (c) {
            case '<' -> pick(layout, "&lt;", coded);
            case '&' -> pick(layout, "&amp;", coded);
            case '>' -> pick(layout, ">", "&gt;", coded);
            case '"' -> pick(layout, "\"", "&quot;", coded);
            default -> layout.nextInt(5) == 0 ? coded : String.valueOf(c);
        };
    }

    private static void braced(Entry entry, StringBuilder text, Random layout) {
        text.append(entry.name());
        if (entry.below().isEmpty()) {
            text.append(pick(layout, " ", "  ", "\t", "\n   ")).append(bracedValue(entry.value(), layout));
            text.append(pick(layout, "", " ")).append(';');
            return;
        }
        text.append(pick(layout, " ", "", "\n")).append('{');
        for (Entry each : shuffled(entry.below(), layout)) {
            text.append(gap(layout));
            braced(each, text, layout);
        }
        text.append(gap(layout)).append('}');
    }

    private static String bracedValue(String value, Random layout) {
        boolean isWord = value.chars().allMatch(Character::isLetterOrDigit);
        String quoted = "\"" + value.replace("\\", "\\\\").replace("\"", "\\\"") + "\"";
        return isWord ? pick(layout, value, quoted) : quoted;
    }

    private static List<Entry> shuffled(List<Entry> entries, Random layout) {
        List<Entry> shuffled = new ArrayList<>(entries);
        Collections.shuffle(shuffled, layout);
        return shuffled;
    }

    private static String gap(Random layout) {
        return pick(layout, "", " ", "\n", "\n    ", "\r\n\t");
    }

    private static String pick(Random layout, String... choices) {
        return choices[layout.nextInt(choices.length)];
    }
}

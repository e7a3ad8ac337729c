package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/**
 * What a factory-new device must be told before it can be reached, and how one sees in its configuration that it was.
 *
 * @param how where the text goes, in words for people
 * @param begin lines before those of the items
 * @param finish lines after them
 */
public record FirstContact(String how, List<String> begin, List<Item> items, List<String> finish) {
    private static final Pattern PLACE = Pattern.compile("\\{([a-z]+(?:-[a-z]+)*)\\}");

    public FirstContact {
        begin = List.copyOf(begin);
        items = List.copyOf(items);
        finish = List.copyOf(finish);
    }

    /**
     * @param neededFor the operation that needs it; none if the device cannot be reached without it
     * @param lines with {@link BaseField}s in curly brackets
     * @param present stands in the configuration of a device that was told; may name fields in curly brackets too
     * @param absent stands in the configuration of a device that was not told
     */
    public record Item(
            String title,
            Optional<String> neededFor,
            List<String> lines,
            Optional<Pattern> present,
            Optional<Pattern> absent) {

        public Item {
            lines = List.copyOf(lines);
        }

        /** Whether a configuration shows it; the line counts from 0 and is there if a line tells. */
        Answer in(String text, Map<BaseField, String> known) {
            Optional<Integer> against = absent.flatMap(pattern -> placeOf(pattern, text, known));
            if (against.isPresent()) return new Answer(this, Verdict.MISSING, against);
            if (present.isEmpty()) {
                Verdict verdict = absent.isPresent() ? Verdict.THERE : Verdict.NOT_KNOWN;
                return new Answer(this, verdict, Optional.empty());
            }
            Optional<Integer> line = placeOf(present.get(), text, known);
            return new Answer(this, line.isPresent() ? Verdict.THERE : Verdict.MISSING, line);
        }

        private static Optional<Integer> placeOf(Pattern pattern, String text, Map<BaseField, String> known) {
            Matcher matcher = of(pattern, known).matcher(text);
            return matcher.find() ? Optional.of(lineAt(text, matcher.start())) : Optional.empty();
        }

        /** With the fields that are known in their places; another one may be anything. */
        private static Pattern of(Pattern pattern, Map<BaseField, String> known) {
            String form = pattern.pattern();
            for (BaseField field : BaseField.values()) {
                String value = known.getOrDefault(field, "");
                form = form.replace("{" + field.key() + "}", value.isEmpty() ? "\\S+" : Pattern.quote(value));
            }
            return form.equals(pattern.pattern()) ? pattern : Pattern.compile(form, pattern.flags());
        }

        private static int lineAt(String text, int place) {
            return (int) text.chars().limit(place).filter(c -> c == '\n').count();
        }
    }

    /** Whether a device was told an item. */
    public enum Verdict {
        THERE,
        MISSING,
        /** The configuration does not show it. */
        NOT_KNOWN
    }

    public record Answer(Item item, Verdict verdict, Optional<Integer> line) {}

    /** The fields that the lines of these items, and those around them, ask for; in the order of {@link BaseField}. */
    public List<BaseField> fields(Set<String> titles) {
        List<String> asked = lines(titles).toList();
        return Stream.of(BaseField.values())
                .filter(field -> asked.stream().anyMatch(line -> line.contains("{" + field.key() + "}")))
                .toList();
    }

    /**
     * The text for a device.
     *
     * @param titles of the items to write; their order is the platform's
     * @param values of fields; one that is missing or empty stays as a gap, {@code <name>}
     */
    public String write(Set<String> titles, Map<BaseField, String> values) {
        StringBuilder text = new StringBuilder();
        lines(titles).forEach(line -> text.append(filled(line, values)).append('\n'));
        return text.toString();
    }

    private Stream<String> lines(Set<String> titles) {
        Stream<String> chosen =
                items.stream().filter(item -> titles.contains(item.title())).flatMap(item -> item.lines().stream());
        return Stream.concat(Stream.concat(begin.stream(), chosen), finish.stream());
    }

    private static String filled(String line, Map<BaseField, String> values) {
        StringBuilder filled = new StringBuilder();
        Matcher place = PLACE.matcher(line);
        int from = 0;
        while (place.find()) {
            Optional<BaseField> field = BaseField.of(place.group(1));
            filled.append(line, from, place.start());
            String value = field.map(f -> values.getOrDefault(f, "")).orElse("");
            filled.append(value.isEmpty() ? "<" + place.group(1) + ">" : value);
            from = place.end();
        }
        return filled.append(line, from, line.length()).toString();
    }

    /**
     * Each item with what the configuration of a device says of it; linear in its length.
     *
     * @param known fields that patterns may ask for
     */
    public List<Answer> check(String configuration, Map<BaseField, String> known) {
        return items.stream().map(item -> item.in(configuration, known)).toList();
    }

    /** The names in curly brackets that are no field. */
    static List<String> unknownPlaces(List<String> lines) {
        List<String> unknown = new ArrayList<>();
        for (String line : lines) {
            Matcher place = PLACE.matcher(line);
            while (place.find()) {
                if (BaseField.of(place.group(1)).isEmpty()) unknown.add(place.group());
            }
        }
        return unknown;
    }
}

package chaperone.core.patch;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Map;
import java.util.Optional;

/** A form such as {@code put {path} {statement}}: filled in with words, and read back from a line. */
final class LineForm {
    private static final Pattern PLACE = Pattern.compile("\\{(path|name|statement|before)\\}( ?)");

    private final String form;
    private final Pattern line;

    /** Where {@code {path}} and what follows it cannot be told apart by the form, both come as one text. */
    LineForm(String form) {
        this.form = form;
        StringBuilder pattern = new StringBuilder("^");
        Matcher place = PLACE.matcher(form);
        int end = 0;
        while (place.find()) {
            pattern.append(Pattern.quote(form.substring(end, place.start())));
            boolean isPath = place.group(1).equals("path");
            if (place.group(1).equals("before")) pattern.append("(?P<before>\\S+)");
            else if (!isPath) pattern.append("(?P<words>.+)");
            if (!isPath) pattern.append(Pattern.quote(place.group(2)));
            end = place.end();
        }
        line = Pattern.compile(
                pattern.append(Pattern.quote(form.substring(end))).append("$").toString());
    }

    /** In one pass: what a statement says is not looked at again. A place that stays empty takes the blank behind it along. */
    String filled(Map<String, String> words) {
        StringBuilder text = new StringBuilder();
        Matcher place = PLACE.matcher(form);
        int end = 0;
        while (place.find()) {
            text.append(form, end, place.start());
            String word = words.getOrDefault(place.group(1), "");
            text.append(word).append(word.isEmpty() ? "" : place.group(2));
            end = place.end();
        }
        return text.append(form, end, form.length()).toString();
    }

    /**
     * What a line says in this form.
     *
     * @param words path and name, or path and statement, as one text
     * @param before empty if the form has no place for it
     */
    record Said(String words, String before) {}

    Optional<Said> read(String text) {
        Matcher matcher = line.matcher(text);
        if (!matcher.find()) return Optional.empty();
        boolean hasBefore = form.contains("{before}");
        return Optional.of(new Said(matcher.group("words"), hasBefore ? matcher.group("before") : ""));
    }
}

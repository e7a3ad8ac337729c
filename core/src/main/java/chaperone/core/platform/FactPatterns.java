package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Optional;

/** The request for a device's facts, and for each fact that the family tells a pattern whose first group is its value. */
public record FactPatterns(
        String request, Pattern name, Optional<Pattern> model, Optional<Pattern> serial, Optional<Pattern> release) {

    public Facts read(String answer) {
        return new Facts(
                first(name, answer),
                model.flatMap(pattern -> first(pattern, answer)),
                serial.flatMap(pattern -> first(pattern, answer)),
                release.flatMap(pattern -> first(pattern, answer)));
    }

    private static Optional<String> first(Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        return matcher.find() ? Optional.of(matcher.group(1)) : Optional.empty();
    }
}

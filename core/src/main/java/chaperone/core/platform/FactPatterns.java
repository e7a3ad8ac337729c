package chaperone.core.platform;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.Optional;

/** The command that shows a device's facts, and for each fact a pattern whose first group is its value. */
public record FactPatterns(String command, Pattern name, Pattern model, Pattern serial, Pattern release) {

    public Facts read(String answer) {
        return new Facts(first(name, answer), first(model, answer), first(serial, answer), first(release, answer));
    }

    private static Optional<String> first(Pattern pattern, String text) {
        Matcher matcher = pattern.matcher(text);
        return matcher.find() ? Optional.of(matcher.group(1)) : Optional.empty();
    }
}

package chaperone.core.template;

import chaperone.core.query.NameRange;
import chaperone.core.structure.Port;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Picks ports by name, with ranges and {@code *}, and by {@code has} and a text that one of their lines must hold;
 * {@code not} before either leaves them out: {@code 1/0/[1-24] has kiosk not 1/0/7 not has closed}. Of several names one
 * must fit, of several texts all.
 */
public final class PortFilter {

    /** What a filter's text says, or why it says nothing. */
    public sealed interface Outcome {
        record Read(PortFilter filter) implements Outcome {}

        record Malformed(String message) implements Outcome {}
    }

    /** @param name absent if it is about a text in the lines, in small letters */
    private record Part(boolean isNot, Optional<Pattern> name, String text) {
        boolean fits(Port port) {
            if (name.isPresent()) return name.get().matches(port.name());
            return port.lines().stream()
                    .anyMatch(line -> line.toLowerCase(Locale.ROOT).contains(text));
        }
    }

    private final List<Part> parts;

    private PortFilter(List<Part> parts) {
        this.parts = List.copyOf(parts);
    }

    /** An empty text picks every port. */
    public static Outcome read(String text) {
        List<Part> parts = new ArrayList<>();
        boolean isNot = false;
        boolean isText = false;
        for (String word : words(text)) {
            boolean isQuoted = word.startsWith("\"");
            if (isQuoted && (word.length() < 2 || !word.endsWith("\"")))
                return new Outcome.Malformed("A quotation mark is not closed.");
            String meant = isQuoted ? word.substring(1, word.length() - 1) : word;
            if (meant.isEmpty()) return new Outcome.Malformed("There is nothing between the quotation marks.");
            if (!isQuoted && !isNot && !isText && word.equals("not")) isNot = true;
            else if (!isQuoted && !isText && word.equals("has")) isText = true;
            else {
                Optional<String> problem = isText ? Optional.empty() : NameRange.problem(meant);
                if (problem.isPresent()) return new Outcome.Malformed(problem.get());
                parts.add(
                        isText
                                ? new Part(isNot, Optional.empty(), meant.toLowerCase(Locale.ROOT))
                                : new Part(isNot, Optional.of(names(meant)), ""));
                isNot = false;
                isText = false;
            }
        }
        if (isNot || isText) return new Outcome.Malformed("Something must follow the last word.");
        return new Outcome.Read(new PortFilter(parts));
    }

    public boolean picks(Port port) {
        if (parts.stream().anyMatch(part -> part.isNot() && part.fits(port))) return false;
        List<Part> wanted = parts.stream().filter(part -> !part.isNot()).toList();
        List<Part> names =
                wanted.stream().filter(part -> part.name().isPresent()).toList();
        boolean hasName = names.isEmpty() || names.stream().anyMatch(part -> part.fits(port));
        return hasName && wanted.stream().filter(part -> part.name().isEmpty()).allMatch(part -> part.fits(port));
    }

    private static Pattern names(String range) {
        return Pattern.compile(
                NameRange.expand(range).stream().map(PortFilter::pattern).collect(Collectors.joining("|")));
    }

    private static String pattern(String name) {
        List<String> pieces = List.of(name.split("\\*", -1));
        return pieces.stream().map(Pattern::quote).collect(Collectors.joining(".*"));
    }

    /** Parted by blanks; a quotation mark holds together what stands up to the next one. */
    private static List<String> words(String text) {
        List<String> words = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            if (Character.isWhitespace(text.charAt(at))) {
                at++;
                continue;
            }
            int end = at;
            if (text.charAt(at) == '"') {
                int close = text.indexOf('"', at + 1);
                end = close < 0 ? text.length() : close + 1;
            } else while (end < text.length() && !Character.isWhitespace(text.charAt(end))) end++;
            words.add(text.substring(at, end));
            at = end;
        }
        return words;
    }
}

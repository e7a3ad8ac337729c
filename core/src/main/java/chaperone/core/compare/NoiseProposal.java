package chaperone.core.compare;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;

/** Proposes a pattern for lines like one that somebody has pointed at. */
public final class NoiseProposal {
    private static final String SPECIAL = "\\.[]{}()*+?^$|";

    /** People point at lines whose secrets they may not see: any secret may stand there. */
    private static final Pattern MASKED = Pattern.compile("\u2022{4}[0-9a-f]*");

    private static final String ANY_SECRET = "(.+?)";

    private NoiseProposal() {}

    /**
     * With the line as it was on the other side: what differs is set aside. Without, or if nothing differs: every word
     * with a digit, as clocks, counters and digests have; the whole line if there is none.
     *
     * @param other the same line in the other configuration; for it the pattern masks the same
     */
    public static String of(String line, Optional<String> other) {
        List<Span> spans = other.map(text -> WordDiff.between(line, text).before())
                .filter(found -> found.stream().anyMatch(Span::changed) && isOneForm(line, other.orElse(""), found))
                .orElseGet(() -> byDigits(line));
        return "^" + spans.stream().map(NoiseProposal::piece).collect(Collectors.joining()) + "$";
    }

    /** Whether the pattern of these spans would fit the other line too: it does not if a word came or went there. */
    private static boolean isOneForm(String line, String other, List<Span> spans) {
        String pattern = "^" + spans.stream().map(NoiseProposal::piece).collect(Collectors.joining()) + "$";
        return Pattern.matches(pattern, line) && Pattern.matches(pattern, other);
    }

    private static List<Span> byDigits(String line) {
        return Words.of(line).stream()
                .map(word -> new Span(word, word.codePoints().anyMatch(Character::isDigit)))
                .toList();
    }

    private static String piece(Span span) {
        if (MASKED.matcher(span.text()).matches()) return ANY_SECRET;
        if (!span.changed()) return quoted(span.text());
        boolean isQuoted = span.text().length() > 1
                && span.text().startsWith("\"")
                && span.text().endsWith("\"");
        if (isQuoted) return "(\"[^\"]*\")";
        return span.text().chars().anyMatch(Character::isWhitespace) ? "(.+)" : "(\\S+?)";
    }

    private static String quoted(String text) {
        StringBuilder quoted = new StringBuilder();
        for (char c : text.toCharArray()) {
            if (SPECIAL.indexOf(c) >= 0) quoted.append('\\');
            quoted.append(c);
        }
        return MASKED.matcher(quoted).replaceAll(Matcher.quoteReplacement(ANY_SECRET));
    }
}

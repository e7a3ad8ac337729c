package chaperone.core.pattern;

import com.google.re2j.Pattern;
import java.util.Optional;

/** A pattern that is nothing but letters, with or without an anchor at either end: it needs no engine within one line. */
record PlainText(String letters, boolean isAtStart, boolean isAtEnd) {
    private static final String SIGNS = "\\^$.|?*+()[]{}";

    static Optional<PlainText> of(Pattern pattern) {
        String text = pattern.pattern();
        boolean isSimple = text.chars().noneMatch(c -> Character.isSurrogate((char) c));
        if (!isSimple || (pattern.flags() & Pattern.CASE_INSENSITIVE) != 0) return Optional.empty();
        boolean isAtStart = text.startsWith("^");
        StringBuilder letters = new StringBuilder();
        for (int i = isAtStart ? 1 : 0; i < text.length(); i++) {
            char c = text.charAt(i);
            boolean isEscaped = c == '\\' && i + 1 < text.length() && SIGNS.indexOf(text.charAt(i + 1)) >= 0;
            if (isEscaped) letters.append(text.charAt(++i));
            else if (c == '$' && i == text.length() - 1)
                return Optional.of(new PlainText(letters.toString(), isAtStart, true));
            else if (SIGNS.indexOf(c) >= 0) return Optional.empty();
            else letters.append(c);
        }
        return Optional.of(new PlainText(letters.toString(), isAtStart, false));
    }

    boolean isIn(String line) {
        if (isAtStart) return isAtEnd ? line.equals(letters) : line.startsWith(letters);
        return isAtEnd ? line.endsWith(letters) : line.contains(letters);
    }
}

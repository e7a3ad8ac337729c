package chaperone.core.config;

import chaperone.core.config.TreeBuilder.Place;

/**
 * A text that is read character by character. What was read since something was last taken is handed out with the next
 * taking, so that no character can be lost between two nodes.
 */
final class Source {
    final String text;
    int at;
    private int taken;
    private int counted;
    private int line;
    private int lineStart;

    Source(String text) {
        this.text = text;
    }

    boolean isAtEnd() {
        return at >= text.length();
    }

    /** The character here, or one that no text holds at its end. */
    char here() {
        return at < text.length() ? text.charAt(at) : '\uFFFF';
    }

    boolean startsWith(String word) {
        return text.startsWith(word, at);
    }

    void skipBlanks() {
        while (at < text.length() && isBlank(text.charAt(at))) at++;
    }

    static boolean isBlank(char c) {
        return c == ' ' || c == '\n' || c == '\r' || c == '\t';
    }

    /** Goes behind the next {@code word}; to the end of the text, with false, if there is none. */
    boolean skipPast(String word) {
        int found = text.indexOf(word, at);
        at = found < 0 ? text.length() : found + word.length();
        return found >= 0;
    }

    /** Everything since the last taking. */
    String take() {
        String raw = text.substring(taken, at);
        taken = at;
        return raw;
    }

    /** Where the first character that is not blank stands since the last taking. */
    int untakenFrom() {
        int from = taken;
        while (from < text.length() && isBlank(text.charAt(from))) from++;
        return from;
    }

    boolean hasUntaken() {
        return taken < at;
    }

    /** Line and column of {@code index}; asked for places that only go forward, so that the whole costs one pass. */
    Place place(int index) {
        for (; counted < index; counted++) {
            if (text.charAt(counted) != '\n') continue;
            line++;
            lineStart = counted + 1;
        }
        return new Place(line, index - lineStart);
    }
}

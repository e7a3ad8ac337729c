package chaperone.core.query;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * A word, a quoted text, or one of {@code ( ) ,}; the last of a list is the end.
 *
 * @param text what it says, without quotes
 * @param position of its first character; {@code end} is behind its last
 */
record QueryToken(Kind kind, String text, int position, int end) {
    enum Kind {
        WORD,
        QUOTED,
        OPEN,
        CLOSE,
        COMMA,
        END
    }

    boolean isWord(String word) {
        return kind == Kind.WORD && text.toLowerCase(Locale.ROOT).equals(word);
    }

    boolean isValue() {
        return kind == Kind.WORD || kind == Kind.QUOTED;
    }

    static List<QueryToken> of(String text) throws QueryProblem {
        List<QueryToken> tokens = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (Character.isWhitespace(c)) {
                at++;
                continue;
            }
            QueryToken next = next(text, at);
            tokens.add(next);
            at = next.end();
        }
        tokens.add(new QueryToken(Kind.END, "", text.length(), text.length()));
        return tokens;
    }

    private static QueryToken next(String text, int at) throws QueryProblem {
        return switch (text.charAt(at)) {
            case '(' -> new QueryToken(Kind.OPEN, "(", at, at + 1);
            case ')' -> new QueryToken(Kind.CLOSE, ")", at, at + 1);
            case ',' -> new QueryToken(Kind.COMMA, ",", at, at + 1);
            case '"' -> quoted(text, at);
            default -> word(text, at);
        };
    }

    private static QueryToken word(String text, int from) {
        int to = from;
        boolean inRange = false;
        // A range of names may list its numbers with commas: sw-[1,3].
        while (to < text.length() && (!ends(text.charAt(to)) || inRange && text.charAt(to) == ',')) {
            char c = text.charAt(to++);
            inRange = c == '[' || inRange && c != ']';
        }
        return new QueryToken(Kind.WORD, text.substring(from, to), from, to);
    }

    static boolean ends(char c) {
        return Character.isWhitespace(c) || c == '(' || c == ')' || c == ',' || c == '"';
    }

    private static QueryToken quoted(String text, int from) throws QueryProblem {
        StringBuilder said = new StringBuilder();
        for (int at = from + 1; at < text.length(); at++) {
            char c = text.charAt(at);
            if (c == '"') return new QueryToken(Kind.QUOTED, said.toString(), from, at + 1);
            if (c == '\\' && at + 1 < text.length()) said.append(text.charAt(++at));
            else said.append(c);
        }
        throw new QueryProblem(from, text.length() - from, "The quotation mark is not closed.");
    }
}

package chaperone.core.spelling;

import java.util.ArrayList;
import java.util.List;

/**
 * Words between blanks, texts in quotation marks. A text that is one plain word means the same without its quotation
 * marks; in it {@code \"} and {@code \\} are escapes, other signs behind a backslash are left as they are.
 *
 * @param hasLists whether {@code [} and {@code ]} stand for themselves, with blanks around them or without
 */
record WordSpelling(boolean hasLists) implements Spelling {
    private static final String NEEDS_QUOTES = "\"\\;{}[]#|'";

    @Override
    public List<Token> tokens(String statement) {
        List<Token> tokens = new ArrayList<>();
        int at = 0;
        while (at < statement.length()) {
            char c = statement.charAt(at);
            if (isBlank(c)) {
                at++;
                continue;
            }
            int end = c == '"' ? Quoted.end(statement, at) : isBracket(c) ? at + 1 : wordEnd(statement, at);
            tokens.add(new Token(at, end, tokens.isEmpty() ? "" : " ", plain(statement.substring(at, end))));
            at = end;
        }
        return tokens;
    }

    private int wordEnd(String statement, int from) {
        int at = from;
        while (at < statement.length() && !isBlank(statement.charAt(at)) && !isBracket(statement.charAt(at))) {
            if (statement.charAt(at) == '"') at = Quoted.end(statement, at);
            else at++;
        }
        return at;
    }

    private boolean isBracket(char c) {
        return hasLists && (c == '[' || c == ']');
    }

    private static boolean isBlank(char c) {
        return c == ' ' || c == '\t' || c == '\r' || c == '\n';
    }

    private static String plain(String word) {
        if (!Quoted.isWhole(word)) return word;
        String inside = word.substring(1, word.length() - 1);
        boolean isWord = !inside.isEmpty()
                && inside.chars().noneMatch(c -> c <= ' ' || NEEDS_QUOTES.indexOf(c) >= 0 || Character.isWhitespace(c));
        return isWord ? inside : word;
    }
}

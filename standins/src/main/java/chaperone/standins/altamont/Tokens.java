package chaperone.standins.altamont;

import java.util.ArrayList;
import java.util.List;

/** Splits text into words, texts in quotation marks, and the signs of the language; comments are left out. */
final class Tokens {
    private Tokens() {}

    static List<String> of(String text) {
        List<String> tokens = new ArrayList<>();
        int at = 0;
        while (at < text.length()) {
            char c = text.charAt(at);
            if (Character.isWhitespace(c)) {
                at++;
            } else if (text.startsWith("/*", at)) {
                int end = text.indexOf("*/", at);
                at = end < 0 ? text.length() : end + 2;
            } else {
                int end = endOf(text, at);
                tokens.add(text.substring(at, end));
                at = end;
            }
        }
        return tokens;
    }

    private static int endOf(String text, int at) {
        char c = text.charAt(at);
        if ("{}[];".indexOf(c) >= 0) return at + 1;
        if (c == '"') {
            int close = text.indexOf('"', at + 1);
            return close < 0 ? text.length() : close + 1;
        }
        int end = at;
        while (end < text.length() && " \t\r\n{}[];".indexOf(text.charAt(end)) < 0) end++;
        return end;
    }
}

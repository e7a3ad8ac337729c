package chaperone.standins.device;

import java.util.ArrayList;
import java.util.List;

/** Splits a typed line into words; a text in quotation marks is one word and keeps them. */
public final class Words {
    private Words() {}

    public static List<String> of(String line) {
        List<String> words = new ArrayList<>();
        int at = 0;
        while (at < line.length()) {
            if (line.charAt(at) == ' ') {
                at++;
                continue;
            }
            int end = endOfWord(line, at);
            words.add(line.substring(at, end));
            at = end;
        }
        return words;
    }

    private static int endOfWord(String line, int start) {
        boolean quoted = line.charAt(start) == '"';
        int close = line.indexOf(quoted ? '"' : ' ', start + 1);
        if (close < 0) return line.length();
        return quoted ? close + 1 : close;
    }
}

package chaperone.core.config;

import java.util.ArrayList;
import java.util.List;

/** Splits text into lines that keep their endings, so that joining them gives the text again. */
public final class ConfigText {
    private ConfigText() {}

    /** Lines with their {@code \n} or {@code \r\n}; the last may lack one. An empty text has no lines. */
    public static List<String> linesWithEndings(String text) {
        List<String> lines = new ArrayList<>();
        int start = 0;
        while (start < text.length()) {
            int newline = text.indexOf('\n', start);
            int end = newline < 0 ? text.length() : newline + 1;
            lines.add(text.substring(start, end));
            start = end;
        }
        return List.copyOf(lines);
    }

    /** The ending of a line: {@code "\r\n"}, {@code "\n"} or nothing. */
    static String endingOf(String line) {
        if (line.endsWith("\r\n")) return "\r\n";
        return line.endsWith("\n") ? "\n" : "";
    }

    /** The line without its ending. */
    public static String withoutEnding(String line) {
        return line.substring(0, line.length() - endingOf(line).length());
    }
}

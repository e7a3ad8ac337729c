package chaperone.core.config;

import java.util.Optional;

/** Whether a text that was read and written again is the same. */
public final class RoundTrip {
    private RoundTrip() {}

    /** The first place at which the two differ, from 0; nothing if they are the same. Linear in the shorter one. */
    public static Optional<ConfigProblem> firstDifference(String read, String written) {
        int end = Math.min(read.length(), written.length());
        int line = 0;
        int lineStart = 0;
        for (int i = 0; i < end; i++) {
            if (read.charAt(i) != written.charAt(i)) return Optional.of(at(line, i - lineStart, "other text follows"));
            if (read.charAt(i) == '\n') {
                line++;
                lineStart = i + 1;
            }
        }
        if (read.length() == written.length()) return Optional.empty();
        return Optional.of(at(line, end - lineStart, read.length() > end ? "the rest is lost" : "text was added"));
    }

    private static ConfigProblem at(int line, int column, String message) {
        return new ConfigProblem(line, column, message);
    }
}

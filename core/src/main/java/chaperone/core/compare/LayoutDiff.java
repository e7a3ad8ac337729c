package chaperone.core.compare;

import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.NoiseMarkedConfig;
import java.util.List;
import java.util.stream.IntStream;

/**
 * What differs between two texts without being text: blanks at the ends of lines, how lines end, and whether the last
 * one does. Counted over lines that are otherwise the same.
 *
 * @param trailingBlanks lines with other blanks at their ends
 * @param lineEnds lines that end otherwise, the last one apart
 * @param finalNewline whether only one of the two ends with a line end
 */
public record LayoutDiff(int trailingBlanks, int lineEnds, boolean finalNewline) {

    public boolean areNone() {
        return trailingBlanks == 0 && lineEnds == 0 && !finalNewline;
    }

    /** The cost is that of {@link LineDiff}. */
    public static LayoutDiff between(NoiseMarkedConfig before, NoiseMarkedConfig after) {
        int blanks = 0;
        int ends = 0;
        int beforeAt = 0;
        int afterAt = 0;
        List<String> beforeLines = stripped(before);
        List<String> afterLines = stripped(after);
        List<Replacement> places = LineDiff.between(beforeLines, afterLines).replacements();
        for (int k = 0; k <= places.size(); k++) {
            int stop = k < places.size() ? places.get(k).beforeStart() : beforeLines.size();
            for (; beforeAt < stop; beforeAt++, afterAt++) {
                String here = before.document().tail(beforeAt);
                String there = after.document().tail(afterAt);
                if (!blanksOf(here).equals(blanksOf(there))) blanks++;
                boolean bothEnd = here.endsWith("\n") && there.endsWith("\n");
                if (bothEnd && !endOf(here).equals(endOf(there))) ends++;
            }
            if (k < places.size()) {
                beforeAt = places.get(k).beforeEnd();
                afterAt = places.get(k).afterEnd();
            }
        }
        return new LayoutDiff(blanks, ends, endsOpen(before.document()) != endsOpen(after.document()));
    }

    private static List<String> stripped(NoiseMarkedConfig config) {
        return IntStream.range(0, config.document().lineCount())
                .mapToObj(line -> config.line(line).stripTrailing())
                .toList();
    }

    private static boolean endsOpen(ConfigDocument document) {
        return !document.text().isEmpty() && !document.text().endsWith("\n");
    }

    private static String blanksOf(String tail) {
        return tail.substring(0, tail.length() - endOf(tail).length());
    }

    private static String endOf(String tail) {
        if (tail.endsWith("\r\n")) return "\r\n";
        return tail.endsWith("\n") ? "\n" : "";
    }
}

package chaperone.core.compare;

import chaperone.core.config.ConfigText;
import java.util.ArrayList;
import java.util.List;

/**
 * Writes a difference in the unified format of POSIX {@code diff -u} (IEEE Std 1003.1-2017, "Diff Unified Output
 * Format"), which {@code patch} takes. Noise is in it: applied to the one text it gives the other to the byte.
 */
public final class UnifiedDiff {
    private static final int CONTEXT = 3;

    private final List<String> before;
    private final List<String> after;
    private final StringBuilder out = new StringBuilder();

    private UnifiedDiff(List<String> before, List<String> after) {
        this.before = before;
        this.after = after;
    }

    /** Empty when the texts are the same. The names stand in the two header lines, without blanks at their ends. */
    public static String between(String beforeName, String before, String afterName, String after) {
        UnifiedDiff diff = new UnifiedDiff(ConfigText.linesWithEndings(before), ConfigText.linesWithEndings(after));
        List<Replacement> replacements =
                LineDiff.between(diff.before, diff.after).replacements();
        if (replacements.isEmpty()) return "";
        diff.out
                .append("--- ")
                .append(beforeName)
                .append("\n+++ ")
                .append(afterName)
                .append('\n');
        for (List<Replacement> hunk : hunks(replacements)) diff.write(hunk);
        return diff.out.toString();
    }

    /** Replacements whose context lines would meet belong to one hunk. */
    private static List<List<Replacement>> hunks(List<Replacement> replacements) {
        List<List<Replacement>> hunks = new ArrayList<>();
        int end = Integer.MIN_VALUE;
        for (Replacement r : replacements) {
            if (hunks.isEmpty() || r.beforeStart() - end > 2 * CONTEXT) hunks.add(new ArrayList<>());
            hunks.get(hunks.size() - 1).add(r);
            end = r.beforeEnd();
        }
        return hunks;
    }

    private void write(List<Replacement> hunk) {
        Replacement first = hunk.get(0);
        Replacement last = hunk.get(hunk.size() - 1);
        int lead = Math.min(CONTEXT, first.beforeStart());
        int tail = Math.min(CONTEXT, before.size() - last.beforeEnd());
        int beforeFrom = first.beforeStart() - lead;
        int afterFrom = first.afterStart() - lead;
        out.append("@@ -").append(range(beforeFrom, last.beforeEnd() + tail));
        out.append(" +").append(range(afterFrom, last.afterEnd() + tail)).append(" @@\n");
        int at = beforeFrom;
        for (Replacement r : hunk) {
            lines(' ', before.subList(at, r.beforeStart()));
            lines('-', before.subList(r.beforeStart(), r.beforeEnd()));
            lines('+', after.subList(r.afterStart(), r.afterEnd()));
            at = r.beforeEnd();
        }
        lines(' ', before.subList(at, at + tail));
    }

    /** Lines count from 1 in the format; an empty range names the line before it. */
    private static String range(int from, int to) {
        int count = to - from;
        return (count == 0 ? from : from + 1) + (count == 1 ? "" : "," + count);
    }

    private void lines(char sign, List<String> lines) {
        for (String line : lines) {
            out.append(sign).append(line);
            if (!line.endsWith("\n")) out.append("\n\\ No newline at end of file\n");
        }
    }
}

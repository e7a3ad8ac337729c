package chaperone.core.compare;

import java.util.ArrayList;
import java.util.List;

/** The words in which two versions of a line differ; joining a side's spans gives that line. */
record WordDiff(List<Span> before, List<Span> after) {

    public WordDiff {
        before = List.copyOf(before);
        after = List.copyOf(after);
    }

    public static WordDiff between(String before, String after) {
        List<String> beforeWords = Words.of(before);
        List<String> afterWords = Words.of(after);
        List<Replacement> replaced = LineDiff.between(beforeWords, afterWords).replacements();
        List<Span> beforeSpans = new ArrayList<>();
        List<Span> afterSpans = new ArrayList<>();
        int beforeAt = 0;
        int afterAt = 0;
        for (Replacement r : replaced) {
            add(beforeSpans, beforeWords.subList(beforeAt, r.beforeStart()), false);
            add(beforeSpans, beforeWords.subList(r.beforeStart(), r.beforeEnd()), true);
            add(afterSpans, afterWords.subList(afterAt, r.afterStart()), false);
            add(afterSpans, afterWords.subList(r.afterStart(), r.afterEnd()), true);
            beforeAt = r.beforeEnd();
            afterAt = r.afterEnd();
        }
        add(beforeSpans, beforeWords.subList(beforeAt, beforeWords.size()), false);
        add(afterSpans, afterWords.subList(afterAt, afterWords.size()), false);
        return new WordDiff(beforeSpans, afterSpans);
    }

    private static void add(List<Span> spans, List<String> words, boolean changed) {
        if (!words.isEmpty()) spans.add(new Span(String.join("", words), changed));
    }
}

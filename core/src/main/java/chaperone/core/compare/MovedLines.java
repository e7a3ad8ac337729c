package chaperone.core.compare;

import chaperone.core.compare.CompareRow.Kind;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;

/** Finds removed lines that stand elsewhere below the same statements: they were moved. Linear in the rows. */
final class MovedLines {
    private MovedLines() {}

    /** @param before what tells a removed line from others, by its number; empty if it cannot have been moved */
    static List<CompareRow> marked(List<CompareRow> rows, IntFunction<String> before, IntFunction<String> after) {
        Map<String, Deque<Integer>> added = new HashMap<>();
        for (int i = 0; i < rows.size(); i++) {
            CompareRow row = rows.get(i);
            if (row.kind() != Kind.ADDED) continue;
            String line = after.apply(row.after().orElseThrow().line());
            if (!line.isEmpty())
                added.computeIfAbsent(line, l -> new ArrayDeque<>()).add(i);
        }
        List<CompareRow> marked = new ArrayList<>(rows);
        for (int i = 0; i < rows.size(); i++) {
            CompareRow row = rows.get(i);
            if (row.kind() != Kind.REMOVED) continue;
            Deque<Integer> waiting =
                    added.get(before.apply(row.before().orElseThrow().line()));
            if (waiting == null || waiting.isEmpty()) continue;
            int there = waiting.remove();
            marked.set(i, row.movedTo(rows.get(there).after().orElseThrow().line()));
            marked.set(there, rows.get(there).movedTo(row.before().orElseThrow().line()));
        }
        return marked;
    }
}

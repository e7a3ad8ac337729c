package chaperone.server.table;

import chaperone.core.table.Table;
import chaperone.core.table.Table.Row;
import chaperone.core.table.TableKind;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;

/** How a table is kept: rows one below the other, their cells with tabs between, whatever order a device likes. */
final class TableText {
    private TableText() {}

    static String of(Table table) {
        return table.rows().stream()
                .map(row -> row.cells().stream().map(TableText::clean).collect(Collectors.joining("\t")))
                .collect(Collectors.joining("\n"));
    }

    static List<List<String>> cells(String text) {
        return text.lines().map(row -> Arrays.asList(row.split("\t", -1))).toList();
    }

    static Table table(TableKind kind, String text) {
        return new Table(
                kind, cells(text).stream().map(cells -> new Row(kind, cells)).toList());
    }

    /** The same for the same rows in another order: what a device shows first is no news. */
    static String sorted(String text) {
        return text.lines().sorted().collect(Collectors.joining("\n"));
    }

    private static String clean(String cell) {
        return cell.replaceAll("[\\x00-\\x1f]", " ");
    }
}

package chaperone.core.table;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** A table as a device showed it: rows with a cell for each column of its kind, no key twice. */
public record Table(TableKind kind, List<Row> rows) {

    /** @param cells in the order of the kind's columns; empty where the device told nothing */
    public record Row(TableKind kind, List<String> cells) {
        public Row {
            if (cells.size() != kind.columns().size()) {
                throw new IllegalArgumentException(
                        kind + " has " + kind.columns().size() + " columns, not " + cells);
            }
            cells = List.copyOf(cells);
        }

        public List<String> key() {
            return kind.key(cells);
        }

        public String cell(String column) {
            return cells.get(kind.columns().indexOf(column));
        }
    }

    /** A row whose key stands on both sides with other cells behind it. */
    public record Altered(Row before, Row after) {}

    /** What differs between two moments; empty lists if nothing does. */
    public record Difference(List<Row> added, List<Row> removed, List<Altered> altered) {
        public boolean isEmpty() {
            return added.isEmpty() && removed.isEmpty() && altered.isEmpty();
        }
    }

    /** The first row of each key stays. */
    public Table {
        Map<List<String>, Row> byKey = byKey(rows);
        rows = rows.stream().filter(row -> byKey.get(row.key()) == row).toList();
    }

    /** Rows by key, whatever their order. Linear in the rows of both. */
    public Difference differenceTo(Table after) {
        Map<List<String>, Row> mine = byKey(rows);
        Map<List<String>, Row> theirs = byKey(after.rows);
        List<Altered> altered = new ArrayList<>();
        for (Row row : rows) {
            Row other = theirs.get(row.key());
            if (other != null && !other.equals(row)) altered.add(new Altered(row, other));
        }
        return new Difference(
                after.rows.stream().filter(row -> !mine.containsKey(row.key())).toList(),
                rows.stream().filter(row -> !theirs.containsKey(row.key())).toList(),
                List.copyOf(altered));
    }

    private static Map<List<String>, Row> byKey(List<Row> rows) {
        Map<List<String>, Row> byKey = new HashMap<>();
        rows.forEach(row -> byKey.putIfAbsent(row.key(), row));
        return byKey;
    }
}

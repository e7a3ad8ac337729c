package chaperone.server.table;

import chaperone.core.table.Table.Difference;
import chaperone.core.table.TableKind;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.time.Instant;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** A device's routes, ARP, MAC addresses and neighbours. */
@RestController
class TableController {
    /** More on one page helps nobody; the count says how many there are. */
    private static final int MOST_ROWS = 2000;

    private final Fleet fleet;
    private final Tables tables;
    private final TableHistory history;

    TableController(Fleet fleet, Tables tables, TableHistory history) {
        this.fleet = fleet;
        this.history = history;
        this.tables = tables;
    }

    /**
     * @param rows the first ones, with a cell for each column; {@code all} counts all
     * @param known the names among its neighbours that are devices of the fleet
     */
    record TableView(
            TableKind kind,
            Instant readAt,
            List<String> columns,
            List<List<String>> rows,
            int all,
            List<String> known) {}

    @GetMapping("/api/devices/{name}/tables")
    @Transactional(readOnly = true)
    public List<TableView> tables(@PathVariable String name) {
        return tables.of(fleet.get(name).id()).stream().map(this::view).toList();
    }

    private TableView view(DeviceTable table) {
        List<List<String>> rows = table.rows().stream().limit(MOST_ROWS).toList();
        int name = table.kind().columns().indexOf("name");
        List<String> names =
                name < 0 ? List.of() : rows.stream().map(row -> row.get(name)).toList();
        return new TableView(
                table.kind(), table.readAt(), table.kind().columns(), rows, table.rowCount(), fleet.known(names));
    }

    /** What a table showed from one moment to another; {@code added} and the like count rows against the reading before. */
    record TableReadingView(
            int number, int rows, int added, int removed, int altered, Instant firstReadAt, Instant lastReadAt) {
        static TableReadingView of(TableReading reading) {
            return new TableReadingView(
                    reading.number(),
                    reading.rowCount(),
                    reading.added(),
                    reading.removed(),
                    reading.altered(),
                    reading.firstReadAt(),
                    reading.lastReadAt());
        }
    }

    enum RowState {
        ADDED,
        REMOVED,
        ALTERED
    }

    /** @param before the cells of the row before; empty if it was not there; {@code after} likewise */
    record RowDifference(RowState state, List<String> before, List<String> after) {}

    /** @param rows the first ones; the numbers count all */
    record TableDifferenceView(
            TableReadingView before,
            TableReadingView after,
            List<String> columns,
            int added,
            int removed,
            int altered,
            List<RowDifference> rows) {}

    /** What a table of the device showed and when, the newest first. */
    @GetMapping("/api/devices/{name}/tables/{kind}/readings")
    @Transactional(readOnly = true)
    public List<TableReadingView> readings(
            @PathVariable String name,
            @PathVariable TableKind kind,
            @RequestParam(defaultValue = "200") @Min(1) @Max(2000) int size) {
        return history.of(fleet.get(name), kind, size).stream()
                .map(TableReadingView::of)
                .toList();
    }

    /** Rows that came, went, or have other cells behind the same key, whatever order the device showed them in. */
    @GetMapping("/api/devices/{name}/tables/{kind}/difference")
    @Transactional(readOnly = true)
    public TableDifferenceView difference(
            @PathVariable String name,
            @PathVariable TableKind kind,
            @RequestParam @Min(1) int before,
            @RequestParam @Min(1) int after) {
        Device device = fleet.get(name);
        TableReading from = history.get(device, kind, before);
        TableReading to = history.get(device, kind, after);
        Difference difference = history.between(from, to);
        return new TableDifferenceView(
                TableReadingView.of(from),
                TableReadingView.of(to),
                kind.columns(),
                difference.added().size(),
                difference.removed().size(),
                difference.altered().size(),
                rows(difference).limit(MOST_ROWS).toList());
    }

    private static Stream<RowDifference> rows(Difference difference) {
        Stream<RowDifference> altered = difference.altered().stream()
                .map(row -> new RowDifference(
                        RowState.ALTERED, row.before().cells(), row.after().cells()));
        Stream<RowDifference> removed =
                difference.removed().stream().map(row -> new RowDifference(RowState.REMOVED, row.cells(), List.of()));
        Stream<RowDifference> added =
                difference.added().stream().map(row -> new RowDifference(RowState.ADDED, List.of(), row.cells()));
        return Stream.of(altered, removed, added).flatMap(rows -> rows);
    }
}

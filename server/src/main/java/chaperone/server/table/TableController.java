package chaperone.server.table;

import chaperone.core.table.TableKind;
import chaperone.server.fleet.Fleet;
import java.time.Instant;
import java.util.List;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** A device's routes, ARP, MAC addresses and neighbours. */
@RestController
class TableController {
    /** More on one page helps nobody; the count says how many there are. */
    private static final int MOST_ROWS = 2000;

    private final Fleet fleet;
    private final Tables tables;

    TableController(Fleet fleet, Tables tables) {
        this.fleet = fleet;
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
}

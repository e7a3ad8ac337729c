package chaperone.server.table;

import chaperone.core.table.Table;
import chaperone.core.table.TableKind;
import chaperone.server.problem.RetryOnConflict;
import java.time.Instant;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the newest reading of each table at hand, and what it showed before in its history. */
@Service
public class Tables {
    private final DeviceTableRepository tables;
    private final TableHistory history;

    Tables(DeviceTableRepository tables, TableHistory history) {
        this.tables = tables;
        this.history = history;
    }

    @RetryOnConflict
    @Transactional
    public void keep(long device, List<Table> read, Instant at) {
        for (Table table : read) {
            DeviceTable kept = tables.findById(new DeviceTable.Key(device, table.kind()))
                    .orElseGet(() -> new DeviceTable(device, table.kind()));
            kept.show(table, at);
            tables.save(kept);
            history.keep(device, table, at);
        }
    }

    /** The rows of one table of every device that has it, by the device's number. */
    @Transactional(readOnly = true)
    public Map<Long, List<List<String>>> all(TableKind kind) {
        return tables.ofKind(kind).stream().collect(Collectors.toMap(DeviceTable::device, DeviceTable::rows));
    }

    /** The rows of a device's newest tables; those that were never read are left out. */
    @Transactional(readOnly = true)
    public Map<TableKind, List<Table.Row>> rows(long device) {
        Map<TableKind, List<Table.Row>> rows = new EnumMap<>(TableKind.class);
        for (DeviceTable table : tables.ofDevice(device))
            rows.put(
                    table.kind(),
                    table.rows().stream()
                            .map(cells -> new Table.Row(table.kind(), cells))
                            .toList());
        return rows;
    }

    @Transactional(readOnly = true)
    List<DeviceTable> of(long device) {
        return tables.ofDevice(device);
    }
}

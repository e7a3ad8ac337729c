package chaperone.server.table;

import chaperone.core.table.Table;
import chaperone.core.table.TableKind;
import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import java.time.Instant;
import java.util.List;

/** The newest reading of one table of a device. */
@Entity
class DeviceTable {
    @EmbeddedId
    private Key key;

    private Instant readAt;
    private int rowCount;

    /** Rows one below the other, their cells with tabs between. */
    private String rows;

    @Embeddable
    record Key(long deviceId, @Enumerated(EnumType.STRING) TableKind kind) {}

    protected DeviceTable() {}

    DeviceTable(long device, TableKind kind) {
        this.key = new Key(device, kind);
    }

    long device() {
        return key.deviceId();
    }

    TableKind kind() {
        return key.kind();
    }

    Instant readAt() {
        return readAt;
    }

    int rowCount() {
        return rowCount;
    }

    List<List<String>> rows() {
        return TableText.cells(rows);
    }

    void show(Table table, Instant at) {
        readAt = at;
        rowCount = table.rows().size();
        rows = TableText.of(table);
    }
}

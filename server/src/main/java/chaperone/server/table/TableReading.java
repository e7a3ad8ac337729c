package chaperone.server.table;

import chaperone.core.table.Table.Difference;
import chaperone.core.table.TableKind;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Arrays;

/** What a table of a device showed, from the first time it did to the last. */
@Entity
class TableReading {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long deviceId;

    @Enumerated(EnumType.STRING)
    private TableKind kind;

    /** Counts from 1 for each device and kind. */
    private int number;

    private byte[] digest;
    private int rowCount;

    /** Rows, against the reading before it; all 0 for the first. */
    private int added;

    private int removed;
    private int altered;
    private Instant firstReadAt;
    private Instant lastReadAt;

    protected TableReading() {}

    TableReading(long device, TableKind kind, int number, byte[] digest, int rowCount, Instant at) {
        this.deviceId = device;
        this.kind = kind;
        this.number = number;
        this.digest = digest.clone();
        this.rowCount = rowCount;
        this.firstReadAt = at;
        this.lastReadAt = at;
    }

    void differsBy(Difference difference) {
        added = difference.added().size();
        removed = difference.removed().size();
        altered = difference.altered().size();
    }

    boolean isOf(byte[] other) {
        return Arrays.equals(digest, other);
    }

    void seenAgain(Instant at) {
        lastReadAt = at;
    }

    int number() {
        return number;
    }

    TableKind kind() {
        return kind;
    }

    byte[] digest() {
        return digest.clone();
    }

    int rowCount() {
        return rowCount;
    }

    int added() {
        return added;
    }

    int removed() {
        return removed;
    }

    int altered() {
        return altered;
    }

    Instant firstReadAt() {
        return firstReadAt;
    }

    Instant lastReadAt() {
        return lastReadAt;
    }
}

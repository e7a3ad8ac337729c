package chaperone.server.drift;

import chaperone.core.structure.StructureDiff;
import jakarta.persistence.Entity;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;

/** How a device's running configuration differs from the agreed one; there is none while they mean the same. */
@Entity
class Drift {
    static final int MOST_PARTS = 20;

    @Id
    private long deviceId;

    private Instant since;
    private int added;
    private int modified;
    private int removed;
    private int moved;

    /** What people read of the parts in which they differ, secrets masked. */
    @JdbcTypeCode(SqlTypes.ARRAY)
    private List<String> parts;

    protected Drift() {}

    Drift(long device, Instant since) {
        this.deviceId = device;
        this.since = since;
        this.parts = List.of();
    }

    void is(StructureDiff.Counts counts, List<String> labels) {
        added = counts.added();
        modified = counts.modified();
        removed = counts.removed();
        moved = counts.moved();
        parts = List.copyOf(labels);
    }

    long device() {
        return deviceId;
    }

    Instant since() {
        return since;
    }

    int added() {
        return added;
    }

    int modified() {
        return modified;
    }

    int removed() {
        return removed;
    }

    int moved() {
        return moved;
    }

    List<String> parts() {
        return List.copyOf(parts);
    }
}

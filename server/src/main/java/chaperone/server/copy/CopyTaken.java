package chaperone.server.copy;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import java.time.Instant;
import org.jspecify.annotations.Nullable;

/** One retrieval of a device's configurations: when it was, and which revisions they were. */
@Entity
@Table(name = "copy")
class CopyTaken {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long deviceId;
    private Instant takenAt;
    private long runningId;
    private @Nullable Long savedId;

    protected CopyTaken() {}

    CopyTaken(long device, Instant takenAt, long running, @Nullable Long saved) {
        this.deviceId = device;
        this.takenAt = takenAt;
        this.runningId = running;
        this.savedId = saved;
    }
}

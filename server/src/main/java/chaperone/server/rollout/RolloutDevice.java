package chaperone.server.rollout;

import chaperone.core.release.RolloutEvent;
import chaperone.core.release.RolloutState;
import chaperone.core.release.RolloutTable;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;

/** A device of a rollout. */
@Entity
class RolloutDevice {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long rolloutId;
    private long deviceId;
    private int wave;
    private int position;
    private long imageId;

    @Enumerated(EnumType.STRING)
    private RolloutState state = RolloutState.WAITING;

    private String fact = "";
    private String releaseBefore = "";
    private @Nullable Integer baseRevision;

    @JdbcTypeCode(SqlTypes.JSON)
    private List<String> neighbours = List.of();

    private @Nullable Instant switchedAt;

    @Version
    private long version;

    protected RolloutDevice() {}

    /** @param wave from 1 */
    RolloutDevice(long rollout, long device, int wave, int position, long image, String release) {
        this.rolloutId = rollout;
        this.deviceId = device;
        this.wave = wave;
        this.position = position;
        this.imageId = image;
        this.releaseBefore = release;
    }

    long id() {
        return id;
    }

    long rollout() {
        return rolloutId;
    }

    long device() {
        return deviceId;
    }

    int wave() {
        return wave;
    }

    long image() {
        return imageId;
    }

    RolloutState state() {
        return state;
    }

    String fact() {
        return fact;
    }

    String releaseBefore() {
        return releaseBefore;
    }

    Optional<Integer> baseRevision() {
        return Optional.ofNullable(baseRevision);
    }

    /** Before it was restarted, as their port and name. */
    List<String> neighbours() {
        return List.copyOf(neighbours);
    }

    /** When it was about to be told to restart. */
    Optional<Instant> switchedAt() {
        return Optional.ofNullable(switchedAt);
    }

    void stood(int revision, List<String> beside) {
        baseRevision = revision;
        neighbours = List.copyOf(beside);
    }

    void happened(RolloutEvent event, String what, Instant at) {
        RolloutState next = RolloutTable.next(state, event);
        if (next == RolloutState.SWITCHING) switchedAt = at;
        state = next;
        if (!what.isEmpty()) fact = what;
    }
}

package chaperone.server.rollout;

import chaperone.core.release.RolloutEvent;
import chaperone.core.release.RolloutState;
import chaperone.core.release.RolloutTable;
import chaperone.server.fleet.Device;
import chaperone.server.software.RolloutImages.ImageFile;
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
    private @Nullable Long imageId;
    private String imageName;
    private long imageSize;
    private String release;

    @Enumerated(EnumType.STRING)
    private RolloutState state = RolloutState.WAITING;

    private String fact = "";
    private String releaseBefore = "";
    private @Nullable Integer baseRevision;

    @JdbcTypeCode(SqlTypes.JSON)
    private List<String> neighbours = List.of();

    private @Nullable Instant switchedAt;
    private int attempts;

    /** Written while a step is under way, by whoever takes it: see {@link RolloutDeviceRepository#copied}. */
    private long copied;

    private long copyRate;
    private boolean inHand = true;

    @Version
    private long version;

    protected RolloutDevice() {}

    /** @param wave from 1 */
    RolloutDevice(long rollout, Device device, int wave, int position, ImageFile image) {
        this.rolloutId = rollout;
        this.deviceId = device.id();
        this.wave = wave;
        this.position = position;
        this.imageId = image.id();
        this.imageName = image.name();
        this.imageSize = image.size();
        this.release = image.release();
        this.releaseBefore = device.release();
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

    /** Of a rollout that has not ended: its image cannot be removed. */
    long image() {
        return Optional.ofNullable(imageId).orElseThrow();
    }

    String imageName() {
        return imageName;
    }

    /** In bytes. */
    long imageSize() {
        return imageSize;
    }

    /** That it is given. */
    String release() {
        return release;
    }

    /** How often it was told to restart since somebody last decided. */
    int attempts() {
        return attempts;
    }

    /** Bytes of the image that have come to it. */
    long copied() {
        return copied;
    }

    /** Bytes a second, on average. */
    long copyRate() {
        return copyRate;
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

    /** The rollout has ended without it. */
    void letGo() {
        inHand = false;
    }

    void stood(int revision, List<String> beside) {
        baseRevision = revision;
        neighbours = List.copyOf(beside);
    }

    void happened(RolloutEvent event, String what, Instant at) {
        RolloutState next = RolloutTable.next(state, event);
        if (next == RolloutState.SWITCHING) {
            switchedAt = at;
            attempts++;
        }
        if (event == RolloutEvent.RETRY) attempts = 0;
        state = next;
        inHand = !next.isSettled();
        if (!what.isEmpty()) fact = what;
    }
}

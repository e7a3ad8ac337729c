package chaperone.server.exception;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A clause that is waived for a device until a moment. */
@Entity
public class GrantedException {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long standardId;
    private String tag;
    private long deviceId;
    private String reason;
    private String owner;
    private Instant endsAt;
    private String madeBy;
    private Instant madeAt;
    private @Nullable Instant endedAt;
    private @Nullable String endedBy;

    /**
     * What is waived.
     *
     * @param tag of the clause
     */
    public record Waived(long standard, String tag, long device) {}

    /**
     * Why, and for how long.
     *
     * @param owner who sees to it that the reason goes away
     */
    public record Grant(String reason, String owner, Instant endsAt) {}

    protected GrantedException() {}

    GrantedException(Waived waived, Grant grant, String by, Instant at) {
        this.standardId = waived.standard();
        this.tag = waived.tag();
        this.deviceId = waived.device();
        this.reason = grant.reason();
        this.owner = grant.owner();
        this.endsAt = grant.endsAt();
        this.madeBy = by;
        this.madeAt = at;
    }

    public long id() {
        return id;
    }

    public Waived waived() {
        return new Waived(standardId, tag, deviceId);
    }

    public Grant grant() {
        return new Grant(reason, owner, endsAt);
    }

    public String madeBy() {
        return madeBy;
    }

    public Instant madeAt() {
        return madeAt;
    }

    public Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    /** Absent if it ended by itself. */
    public Optional<String> endedBy() {
        return Optional.ofNullable(endedBy);
    }

    boolean isOpen(Instant now) {
        return endedAt == null && endsAt.isAfter(now);
    }

    void end(Instant at, Optional<String> by) {
        endedAt = at;
        endedBy = by.orElse(null);
    }
}

package chaperone.server.rollout;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** An upgrade across devices. */
@Entity
class Rollout {
    enum State {
        PLANNED,
        APPROVED,
        RUNNING,
        /** A device needs a decision, or somebody wanted no further wave to begin. */
        STOPPED,
        DONE,
        DROPPED
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String title;

    @Enumerated(EnumType.STRING)
    private State state = State.PLANNED;

    private String madeBy;
    private Instant madeAt;
    private @Nullable String approvedBy;
    private @Nullable Instant approvedAt;
    private @Nullable String pausedBy;
    private @Nullable Instant endedAt;

    @Version
    private long version;

    protected Rollout() {}

    Rollout(String title, String by, Instant at) {
        this.title = title;
        this.madeBy = by;
        this.madeAt = at;
    }

    long id() {
        return id;
    }

    String title() {
        return title;
    }

    State state() {
        return state;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    Optional<String> approvedBy() {
        return Optional.ofNullable(approvedBy);
    }

    Optional<Instant> approvedAt() {
        return Optional.ofNullable(approvedAt);
    }

    Optional<String> pausedBy() {
        return Optional.ofNullable(pausedBy);
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    void approve(String by, Instant at) {
        state = State.APPROVED;
        approvedBy = by;
        approvedAt = at;
    }

    void needsNoApproval() {
        state = State.APPROVED;
    }

    void run() {
        state = State.RUNNING;
        pausedBy = null;
    }

    void pause(String by) {
        pausedBy = by;
    }

    void stopped() {
        state = State.STOPPED;
    }

    void ended(State how, Instant at) {
        state = how;
        endedAt = at;
    }
}

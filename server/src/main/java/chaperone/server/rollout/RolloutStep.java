package chaperone.server.rollout;

import chaperone.core.release.RolloutEvent;
import chaperone.core.release.RolloutState;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Something that was done on a device of a rollout: begun before it was carried out, ended after. */
@Entity
class RolloutStep {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long lineId;

    @Enumerated(EnumType.STRING)
    private RolloutState state;

    private Instant begunAt;
    private @Nullable Instant endedAt;

    @Enumerated(EnumType.STRING)
    private @Nullable RolloutEvent event;

    private String fact = "";
    private String console = "";

    protected RolloutStep() {}

    RolloutStep(long line, RolloutState state, Instant at) {
        this.lineId = line;
        this.state = state;
        this.begunAt = at;
    }

    long id() {
        return id;
    }

    long line() {
        return lineId;
    }

    RolloutState state() {
        return state;
    }

    Instant begunAt() {
        return begunAt;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    Optional<RolloutEvent> event() {
        return Optional.ofNullable(event);
    }

    String fact() {
        return fact;
    }

    /** What was said and heard, secrets masked. */
    String console() {
        return console;
    }

    void end(RolloutEvent came, String what, String said, Instant at) {
        event = came;
        fact = what;
        console = said;
        endedAt = at;
    }
}

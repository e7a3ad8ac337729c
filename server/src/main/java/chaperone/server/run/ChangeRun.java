package chaperone.server.run;

import chaperone.core.change.Decision;
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

/** One attempt to bring a change to all of its devices. */
@Entity
class ChangeRun {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long changeId;
    private int number;
    private String startedBy;
    private Instant startedAt;

    @Enumerated(EnumType.STRING)
    private Decision decision = Decision.OPEN;

    private @Nullable String stoppedBy;
    private @Nullable Instant endedAt;

    @Version
    private long version;

    protected ChangeRun() {}

    ChangeRun(long change, int number, String by, Instant at) {
        this.changeId = change;
        this.number = number;
        this.startedBy = by;
        this.startedAt = at;
    }

    long id() {
        return id;
    }

    long change() {
        return changeId;
    }

    int number() {
        return number;
    }

    String startedBy() {
        return startedBy;
    }

    Instant startedAt() {
        return startedAt;
    }

    Decision decision() {
        return decision;
    }

    void decide(Decision made) {
        decision = made;
    }

    Optional<String> stoppedBy() {
        return Optional.ofNullable(stoppedBy);
    }

    void stop(String by) {
        stoppedBy = by;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    void end(Instant at) {
        endedAt = at;
    }
}

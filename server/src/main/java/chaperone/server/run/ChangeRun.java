package chaperone.server.run;

import chaperone.core.change.Decision;
import chaperone.core.change.RunManner;
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

    private boolean allOrNone;
    private int atOnce;
    private int stopAfter;

    private @Nullable String stoppedBy;
    private @Nullable Instant endedAt;

    @Version
    private long version;

    protected ChangeRun() {}

    ChangeRun(long change, int number, RunManner manner, String by, Instant at) {
        this.allOrNone = manner.isAllOrNone();
        this.atOnce = manner.atOnce();
        this.stopAfter = manner.stopAfter();
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

    RunManner manner() {
        return new RunManner(allOrNone, atOnce, stopAfter);
    }

    /** On all of its devices; device by device it stays open until it is the same on all. */
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

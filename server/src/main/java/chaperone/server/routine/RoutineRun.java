package chaperone.server.routine;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What came of one time that a routine was due, or was started by hand. */
@Entity
class RoutineRun {
    enum Outcome {
        STARTED,
        MADE_UP,
        SKIPPED,
        NO_DEVICE,
        FAILED,
        BY_HAND
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long routineId;
    private Instant dueAt;
    private Instant at;

    @Enumerated(EnumType.STRING)
    private Outcome outcome;

    /** Times that were due before this one and had no run. */
    private int missed;

    private int devices;
    private @Nullable Long jobId;
    private String reason = "";

    protected RoutineRun() {}

    RoutineRun(long routine, Instant dueAt, Instant at, Outcome outcome, int missed) {
        this.routineId = routine;
        this.dueAt = dueAt;
        this.at = at;
        this.outcome = outcome;
        this.missed = missed;
    }

    Instant dueAt() {
        return dueAt;
    }

    Instant at() {
        return at;
    }

    Outcome outcome() {
        return outcome;
    }

    int missed() {
        return missed;
    }

    int devices() {
        return devices;
    }

    Optional<Long> job() {
        return Optional.ofNullable(jobId);
    }

    String reason() {
        return reason;
    }

    RoutineRun of(int devices) {
        this.devices = devices;
        return this;
    }

    RoutineRun of(int devices, long job) {
        this.devices = devices;
        this.jobId = job;
        return this;
    }

    RoutineRun endedAs(Outcome how, String why) {
        outcome = how;
        reason = why;
        return this;
    }
}

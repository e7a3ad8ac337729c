package chaperone.server.job;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.SequenceGenerator;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** One device's part of a job. */
@Entity
class JobLine {
    @Id
    @GeneratedValue(strategy = GenerationType.SEQUENCE, generator = "job_line")
    @SequenceGenerator(name = "job_line", sequenceName = "job_line_seq", allocationSize = 100)
    private Long id;

    private long jobId;
    private int number;
    private String target;
    private String host;
    private int port;
    private String site;
    private String role;
    private @Nullable Long deviceId;
    private @Nullable Long credentialSetId;
    private String payload;
    private String found = "";

    @Enumerated(EnumType.STRING)
    private JobLineState state = JobLineState.WAITING;

    private String outcome = JobOutcome.NONE.name();

    private String seen = "";
    private int attempts;
    private int broken;
    private @Nullable Instant startedAt;
    private @Nullable Instant endedAt;

    protected JobLine() {}

    JobLine(long job, int number, NewJobLine line) {
        this.jobId = job;
        this.number = number;
        this.target = line.target();
        this.host = line.host();
        this.port = line.port();
        this.site = line.site();
        this.role = line.role();
        this.deviceId = line.device().orElse(null);
        this.credentialSetId = line.credentialSet().orElse(null);
        this.payload = line.payload();
    }

    long id() {
        return id;
    }

    long job() {
        return jobId;
    }

    int number() {
        return number;
    }

    String target() {
        return target;
    }

    String host() {
        return host;
    }

    int port() {
        return port;
    }

    String site() {
        return site;
    }

    Optional<Long> device() {
        return Optional.ofNullable(deviceId);
    }

    JobLineState state() {
        return state;
    }

    /** Its code. */
    String outcome() {
        return outcome;
    }

    String seen() {
        return seen;
    }

    /** Whether it was begun too often without ending. */
    boolean isGivenUp() {
        return state == JobLineState.IN_HAND && broken + 1 >= JobLineStore.MOST_BROKEN;
    }

    int attempts() {
        return attempts;
    }

    Optional<Instant> startedAt() {
        return Optional.ofNullable(startedAt);
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    void end(JobLineResult result, Instant at) {
        state = result.state();
        outcome = result.outcome().name();
        seen = result.seen().length() > 500 ? result.seen().substring(0, 500) : result.seen();
        found = result.found();
        endedAt = at;
    }

    String found() {
        return found;
    }

    void waitAgain(RetryChoice choice, JobLineHandler handler) {
        payload = handler.retried(payload, choice);
        state = JobLineState.WAITING;
        outcome = JobOutcome.NONE.name();
        seen = "";
        startedAt = null;
        endedAt = null;
        found = "";
        broken = 0;
        choice.credentialSet().ifPresent(set -> credentialSetId = set);
    }
}

package chaperone.server.job;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Work over many devices that somebody asked for. */
@Entity
class Job {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @Enumerated(EnumType.STRING)
    private JobKind kind;

    private String title;
    private String askedBy;
    private Instant askedAt;

    /** When it was last set going: at the beginning, or when failed lines were tried again. */
    private Instant startedAt;

    private @Nullable Instant endedAt;
    private boolean stopAsked;

    protected Job() {}

    Job(JobKind kind, String title, String askedBy, Instant askedAt) {
        this.kind = kind;
        this.title = title;
        this.askedBy = askedBy;
        this.askedAt = askedAt;
        this.startedAt = askedAt;
    }

    long id() {
        return id;
    }

    JobKind kind() {
        return kind;
    }

    String title() {
        return title;
    }

    String askedBy() {
        return askedBy;
    }

    Instant askedAt() {
        return askedAt;
    }

    Instant startedAt() {
        return startedAt;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    boolean isStopAsked() {
        return stopAsked;
    }

    void askToStop() {
        stopAsked = true;
    }

    void end(Instant at) {
        endedAt = at;
    }

    void goOn(Instant at) {
        endedAt = null;
        stopAsked = false;
        startedAt = at;
    }
}

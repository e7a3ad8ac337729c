package chaperone.server.content;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Once that all contents were read and their digests checked. */
@Entity
public class IntegrityPass {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String askedBy;
    private Instant startedAt;
    private @Nullable Instant endedAt;
    private long contents;
    private long damaged;

    protected IntegrityPass() {}

    IntegrityPass(String askedBy, Instant at) {
        this.askedBy = askedBy;
        this.startedAt = at;
    }

    long id() {
        return id;
    }

    public String askedBy() {
        return askedBy;
    }

    public Instant startedAt() {
        return startedAt;
    }

    public Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    public long contents() {
        return contents;
    }

    public long damaged() {
        return damaged;
    }

    void has(long contents, long damaged) {
        this.contents = contents;
        this.damaged = damaged;
    }

    void end(Instant at) {
        endedAt = at;
    }
}

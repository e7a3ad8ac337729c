package chaperone.server.audit;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import org.hibernate.annotations.Immutable;

/** One thing that somebody did, or tried to do. */
@Entity
@Immutable
class AuditEntry {
    @Id
    private long number;

    private Instant at;
    private String who;
    private String token;
    private String fromAddress;
    private String act;
    private String object;
    private String detail;

    @Enumerated(EnumType.STRING)
    private AuditOutcome outcome;

    private byte[] digest;

    protected AuditEntry() {}

    /** @param at cut to the microseconds that the database keeps, so that the hash can be worked out again */
    AuditEntry(long number, Instant at, AuditedAction act, byte[] previous) {
        this.number = number;
        this.at = at.truncatedTo(ChronoUnit.MICROS);
        this.who = act.who();
        this.token = act.token();
        this.fromAddress = act.fromAddress();
        this.act = act.act();
        this.object = act.object();
        this.detail = act.detail();
        this.outcome = act.outcome();
        this.digest = AuditChain.digest(this, previous);
    }

    long number() {
        return number;
    }

    Instant at() {
        return at;
    }

    AuditedAction act() {
        return new AuditedAction(who, token, fromAddress, act, object, detail, outcome);
    }

    byte[] digest() {
        return digest.clone();
    }
}

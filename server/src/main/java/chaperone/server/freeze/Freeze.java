package chaperone.server.freeze;

import chaperone.server.account.Role;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** From one moment to another nothing is altered; somebody says why, and who may let go before its end. */
@Entity
@Table(name = "change_freeze")
class Freeze {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String reason;
    private Instant startsAt;
    private Instant endsAt;

    /** Empty for all devices. */
    private String query;

    @Enumerated(EnumType.STRING)
    private Role lifter;

    private String madeBy;
    private Instant madeAt;
    private @Nullable String liftedBy;
    private @Nullable Instant liftedAt;

    @Version
    private long version;

    protected Freeze() {}

    Freeze(String reason, Instant startsAt, Instant endsAt, String query, Role lifter, String by, Instant at) {
        this.reason = reason;
        this.startsAt = startsAt;
        this.endsAt = endsAt;
        this.query = query;
        this.lifter = lifter;
        this.madeBy = by;
        this.madeAt = at;
    }

    long id() {
        return id;
    }

    String reason() {
        return reason;
    }

    Instant startsAt() {
        return startsAt;
    }

    Instant endsAt() {
        return endsAt;
    }

    String query() {
        return query;
    }

    Role lifter() {
        return lifter;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    Optional<String> liftedBy() {
        return Optional.ofNullable(liftedBy);
    }

    Optional<Instant> liftedAt() {
        return Optional.ofNullable(liftedAt);
    }

    void lift(String by, Instant at) {
        liftedBy = by;
        liftedAt = at;
    }

    boolean isOver(Instant now) {
        return liftedAt != null || !now.isBefore(endsAt);
    }
}

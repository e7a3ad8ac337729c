package chaperone.server.account;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.ManyToOne;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What a program shows instead of a password: for one account, with a scope and an end. */
@Entity
class ApiToken {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    @ManyToOne
    private Account account;

    private String name;

    @Enumerated(EnumType.STRING)
    private Role scope;

    private byte[] hash;
    private Instant createdAt;
    private Instant endsAt;
    private @Nullable Instant endedAt;
    private @Nullable Instant lastUsedAt;

    protected ApiToken() {}

    ApiToken(Account account, String name, Role scope, byte[] hash, Instant createdAt, Instant endsAt) {
        this.account = account;
        this.name = name;
        this.scope = scope;
        this.hash = hash.clone();
        this.createdAt = createdAt;
        this.endsAt = endsAt;
    }

    long id() {
        return id;
    }

    Account account() {
        return account;
    }

    String name() {
        return name;
    }

    Role scope() {
        return scope;
    }

    Instant createdAt() {
        return createdAt;
    }

    Instant endsAt() {
        return endsAt;
    }

    Optional<Instant> endedAt() {
        return Optional.ofNullable(endedAt);
    }

    Optional<Instant> lastUsedAt() {
        return Optional.ofNullable(lastUsedAt);
    }

    /** A role that was taken from its account is taken from the token too. */
    boolean isGood(Instant now) {
        return endedAt == null
                && now.isBefore(endsAt)
                && !account.isLocked()
                && account.role().includes(scope);
    }

    void end(Instant at) {
        if (endedAt == null) endedAt = at;
    }

    void used(Instant at) {
        lastUsedAt = at;
    }
}

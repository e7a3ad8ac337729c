package chaperone.server.account;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;

/** A person who may log in; only the hash of the password is kept. Its version tells open sessions that it changed. */
@Entity
class Account {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String fullName;

    @Enumerated(EnumType.STRING)
    private Role role;

    private String passwordHash;
    private Instant createdAt;
    private boolean locked;

    @Version
    private long version;

    protected Account() {}

    Account(String name, String fullName, Role role, String passwordHash, Instant createdAt) {
        this.name = name;
        this.fullName = fullName;
        this.role = role;
        this.passwordHash = passwordHash;
        this.createdAt = createdAt;
    }

    long id() {
        return id;
    }

    String name() {
        return name;
    }

    String fullName() {
        return fullName;
    }

    Role role() {
        return role;
    }

    String passwordHash() {
        return passwordHash;
    }

    Instant createdAt() {
        return createdAt;
    }

    boolean isLocked() {
        return locked;
    }

    long version() {
        return version;
    }

    void become(String fullName, Role role, boolean locked) {
        this.fullName = fullName;
        this.role = role;
        this.locked = locked;
    }

    void setPassword(String hash) {
        passwordHash = hash;
    }
}

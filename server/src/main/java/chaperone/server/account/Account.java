package chaperone.server.account;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A person who may log in; only the hash of the password is kept. */
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

    protected Account() {}

    Account(String name, String fullName, Role role, String passwordHash, Instant createdAt) {
        this.name = name;
        this.fullName = fullName;
        this.role = role;
        this.passwordHash = passwordHash;
        this.createdAt = createdAt;
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
}

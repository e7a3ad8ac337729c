package chaperone.server.fleet;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;

/** Log-in details that many devices share; the passwords are sealed and never leave the server. */
@Entity
class CredentialSet {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String note;
    private String account;
    private byte[] password;
    private byte[] privileged;
    private Instant changedAt;

    @Version
    private long version;

    protected CredentialSet() {}

    CredentialSet(String name, Instant at) {
        this.name = name;
        this.note = "";
        this.account = "";
        this.password = new byte[0];
        this.privileged = new byte[0];
        this.changedAt = at;
    }

    long id() {
        return id;
    }

    String name() {
        return name;
    }

    String note() {
        return note;
    }

    String account() {
        return account;
    }

    byte[] password() {
        return password.clone();
    }

    byte[] privileged() {
        return privileged.clone();
    }

    Instant changedAt() {
        return changedAt;
    }

    void describe(String name, String note, String account, Instant at) {
        this.name = name;
        this.note = note;
        this.account = account;
        this.changedAt = at;
    }

    void setPassword(byte[] sealed) {
        this.password = sealed.clone();
    }

    void setPrivileged(byte[] sealed) {
        this.privileged = sealed.clone();
    }
}

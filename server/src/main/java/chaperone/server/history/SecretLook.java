package chaperone.server.history;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** The record that somebody fetched a configuration with its secrets. */
@Entity
class SecretLook {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String account;
    private String device;
    private String what;
    private Instant lookedAt;

    protected SecretLook() {}

    SecretLook(String account, String device, String what, Instant lookedAt) {
        this.account = account;
        this.device = device;
        this.what = what;
        this.lookedAt = lookedAt;
    }
}

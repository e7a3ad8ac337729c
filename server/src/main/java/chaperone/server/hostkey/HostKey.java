package chaperone.server.hostkey;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EmbeddedId;
import jakarta.persistence.Entity;
import java.time.Instant;

/** The host key that an address showed at first contact. */
@Entity
public class HostKey {
    @EmbeddedId
    private Address address;

    private String fingerprint;
    private Instant pinnedAt;

    /** Where the key was shown. */
    @Embeddable
    public record Address(String host, int port) {}

    protected HostKey() {}

    HostKey(Address address, String fingerprint, Instant pinnedAt) {
        this.address = address;
        this.fingerprint = fingerprint;
        this.pinnedAt = pinnedAt;
    }

    Address address() {
        return address;
    }

    public String fingerprint() {
        return fingerprint;
    }

    public Instant pinnedAt() {
        return pinnedAt;
    }
}

package chaperone.server.software;

import chaperone.core.release.ImageIdentity;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A file of software. */
@Entity
class Image {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String platform;
    private String model;
    private String release;
    private long size;
    private String sha256;
    private @Nullable String vouchedBy;
    private String broughtBy;
    private Instant broughtAt;

    @Version
    private long version;

    protected Image() {}

    /** Its size and digest are known when its content has been read. */
    Image(String name, ImageIdentity identity, String by, Instant at) {
        this.name = name;
        this.platform = identity.platform();
        this.model = identity.model();
        this.release = identity.release();
        this.sha256 = "";
        this.broughtBy = by;
        this.broughtAt = at;
    }

    void holds(long bytes, String digest) {
        size = bytes;
        sha256 = digest;
    }

    /** @param by who brought the list that names this digest */
    void vouched(String by) {
        vouchedBy = by;
    }

    long id() {
        return id;
    }

    String name() {
        return name;
    }

    ImageIdentity identity() {
        return new ImageIdentity(platform, model, release);
    }

    long size() {
        return size;
    }

    /** In hexadecimal digits. */
    String sha256() {
        return sha256;
    }

    Optional<String> vouchedBy() {
        return Optional.ofNullable(vouchedBy);
    }

    String broughtBy() {
        return broughtBy;
    }

    Instant broughtAt() {
        return broughtAt;
    }
}

package chaperone.server.software;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;

/** The release that devices of a model shall run. */
@Entity
class StandardRelease {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String platform;
    private String model;
    private long imageId;
    private String release;
    private String chosenBy;
    private Instant chosenAt;

    @Version
    private long version;

    protected StandardRelease() {}

    StandardRelease(String platform, String model) {
        this.platform = platform;
        this.model = model;
    }

    void is(Image image, String by, Instant at) {
        imageId = image.id();
        release = image.identity().release();
        chosenBy = by;
        chosenAt = at;
    }

    String platform() {
        return platform;
    }

    String model() {
        return model;
    }

    long image() {
        return imageId;
    }

    String release() {
        return release;
    }

    String chosenBy() {
        return chosenBy;
    }

    Instant chosenAt() {
        return chosenAt;
    }
}

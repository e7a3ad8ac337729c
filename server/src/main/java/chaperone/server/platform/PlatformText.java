package chaperone.server.platform;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** One saved text of a platform; an empty one takes away what was saved before. */
@Entity
class PlatformText {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private int number;
    private String yaml;
    private String savedBy;
    private Instant savedAt;

    protected PlatformText() {}

    PlatformText(String name, int number, String yaml, String savedBy, Instant savedAt) {
        this.name = name;
        this.number = number;
        this.yaml = yaml;
        this.savedBy = savedBy;
        this.savedAt = savedAt;
    }

    String name() {
        return name;
    }

    int number() {
        return number;
    }

    String yaml() {
        return yaml;
    }

    boolean isRemoval() {
        return yaml.isEmpty();
    }

    String savedBy() {
        return savedBy;
    }

    Instant savedAt() {
        return savedAt;
    }
}

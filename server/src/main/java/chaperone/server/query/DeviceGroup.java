package chaperone.server.query;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A query with a name. */
@Entity
class DeviceGroup {
    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;
    private String note;
    private String query;
    private String savedBy;
    private Instant savedAt;

    protected DeviceGroup() {}

    DeviceGroup(String name) {
        this.name = name;
    }

    void means(String query, String note, String savedBy, Instant savedAt) {
        this.query = query;
        this.note = note;
        this.savedBy = savedBy;
        this.savedAt = savedAt;
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

    String query() {
        return query;
    }

    String savedBy() {
        return savedBy;
    }

    Instant savedAt() {
        return savedAt;
    }
}

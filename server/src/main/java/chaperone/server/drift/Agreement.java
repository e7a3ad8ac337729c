package chaperone.server.drift;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import java.time.Instant;

/** By whom and how a revision came to be the agreed one. */
@Entity
class Agreement {
    @Id
    private long revisionId;

    @Enumerated(EnumType.STRING)
    private How how;

    private String agreedBy;
    private Instant agreedAt;
    private String note;

    enum How {
        /** The first whole copy of a device: nobody has said anything to it yet. */
        PROPOSED,
        ADOPTED,
        /** A change brought it, and was kept. */
        CHANGED
    }

    protected Agreement() {}

    Agreement(long revision, How how, String by, Instant at, String note) {
        this.revisionId = revision;
        this.how = how;
        this.agreedBy = by;
        this.agreedAt = at;
        this.note = note;
    }

    How how() {
        return how;
    }

    String agreedBy() {
        return agreedBy;
    }

    Instant agreedAt() {
        return agreedAt;
    }

    String note() {
        return note;
    }
}

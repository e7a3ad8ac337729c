package chaperone.server.revision;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;

/** A label or a note that somebody put on a revision; a revision that has one is kept for good. */
@Entity
class RevisionMark {
    enum Kind {
        LABEL,
        NOTE
    }

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long revisionId;

    @Enumerated(EnumType.STRING)
    private Kind kind;

    private String text;
    private String madeBy;
    private Instant madeAt;

    protected RevisionMark() {}

    RevisionMark(long revision, Kind kind, String text, String madeBy, Instant at) {
        this.revisionId = revision;
        this.kind = kind;
        this.text = text;
        this.madeBy = madeBy;
        this.madeAt = at;
    }

    long id() {
        return id;
    }

    long revision() {
        return revisionId;
    }

    Kind kind() {
        return kind;
    }

    String text() {
        return text;
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }
}

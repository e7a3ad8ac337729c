package chaperone.server.standard;

import chaperone.server.clause.StandardText;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import org.hibernate.annotations.Immutable;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.databind.json.JsonMapper;

/** A text of a standard that was put in force. */
@Entity
@Immutable
class StandardVersion {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long standardId;

    /** Counts from 1 for each standard. */
    private int number;

    @JdbcTypeCode(SqlTypes.JSON)
    private String text;

    private String publishedBy;
    private Instant publishedAt;

    protected StandardVersion() {}

    StandardVersion(Standard of, int number, StandardText text, String by, Instant at) {
        this.standardId = of.id();
        this.number = number;
        this.text = JSON.writeValueAsString(text);
        this.publishedBy = by;
        this.publishedAt = at;
    }

    int number() {
        return number;
    }

    StandardText text() {
        return JSON.readValue(text, StandardText.class);
    }

    String publishedBy() {
        return publishedBy;
    }

    Instant publishedAt() {
        return publishedAt;
    }
}

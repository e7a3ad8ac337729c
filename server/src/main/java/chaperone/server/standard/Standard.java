package chaperone.server.standard;

import chaperone.server.clause.StandardText;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.json.JsonMapper;

/** A written set of rules: what is being written, and what devices are judged by. */
@Entity
class Standard {
    private static final JsonMapper JSON = JsonMapper.builder().build();
    /** Each device is judged by the same few texts. */
    private static final Cache<String, StandardText> IN_FORCE =
            Caffeine.newBuilder().maximumSize(200).build();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;

    @JdbcTypeCode(SqlTypes.JSON)
    private String draft;

    @JdbcTypeCode(SqlTypes.JSON)
    private @Nullable String published;

    private String madeBy;
    private Instant madeAt;
    private @Nullable String publishedBy;
    private @Nullable Instant publishedAt;

    /** How often it was published. */
    private int publishedNumber;

    @Version
    private long version;

    protected Standard() {}

    Standard(String name) {
        this.name = name;
    }

    long id() {
        return id;
    }

    String name() {
        return name;
    }

    void write(String called, StandardText text, String by, Instant at) {
        name = called;
        draft = JSON.writeValueAsString(text);
        madeBy = by;
        madeAt = at;
    }

    StandardText draft() {
        return JSON.readValue(draft, StandardText.class);
    }

    /** What devices are judged by; nothing before it is published. */
    Optional<StandardText> inForce() {
        return Optional.ofNullable(published)
                .map(written -> IN_FORCE.get(written, text -> JSON.readValue(text, StandardText.class)));
    }

    void publish(String by, Instant at) {
        published = draft;
        publishedBy = by;
        publishedAt = at;
        publishedNumber++;
    }

    /** Of the text in force; 0 before the first. */
    int publishedNumber() {
        return publishedNumber;
    }

    boolean isPublishedAsWritten() {
        return inForce().filter(text -> text.equals(draft())).isPresent();
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    Optional<String> publishedBy() {
        return Optional.ofNullable(publishedBy);
    }

    Optional<Instant> publishedAt() {
        return Optional.ofNullable(publishedAt);
    }
}

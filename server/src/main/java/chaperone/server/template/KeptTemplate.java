package chaperone.server.template;

import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.databind.json.JsonMapper;

/** A template as it is kept. */
@Entity
@Table(name = "template")
class KeptTemplate {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String name;

    @JdbcTypeCode(SqlTypes.JSON)
    private String content;

    private String madeBy;
    private Instant madeAt;

    @Version
    private long version;

    protected KeptTemplate() {}

    KeptTemplate(String name) {
        this.name = name;
    }

    long id() {
        return id == null ? 0 : id;
    }

    String name() {
        return name;
    }

    void write(TemplateText text, String by, Instant at) {
        content = JSON.writeValueAsString(text);
        madeBy = by;
        madeAt = at;
    }

    TemplateText text() {
        return JSON.readValue(content, TemplateText.class);
    }

    String madeBy() {
        return madeBy;
    }

    Instant madeAt() {
        return madeAt;
    }

    /** Counts how often it was written, from 1. */
    long number() {
        return version + 1;
    }
}

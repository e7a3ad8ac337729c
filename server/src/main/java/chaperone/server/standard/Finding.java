package chaperone.server.standard;

import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Verdict;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import tools.jackson.databind.json.JsonMapper;

/** A clause that a device does not keep to, or of which that is not known. */
@Entity
class Finding {
    private static final JsonMapper JSON = JsonMapper.builder().build();

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private long deviceId;
    private long standardId;
    private String tag;

    @Enumerated(EnumType.STRING)
    private Verdict.Kind kind;

    @Enumerated(EnumType.STRING)
    private Binding binding;

    private Instant since;
    private int revision;

    @JdbcTypeCode(SqlTypes.JSON)
    private String evidence;

    private boolean excepted;

    protected Finding() {}

    Finding(long device, long standard, String tag, Instant since) {
        this.deviceId = device;
        this.standardId = standard;
        this.tag = tag;
        this.since = since;
    }

    /** @param shown without secrets */
    void is(Verdict.Kind verdict, Binding bound, int number, List<Verdict.Evidence> shown, Instant at) {
        if (kind != null && kind != verdict) since = at;
        kind = verdict;
        binding = bound;
        revision = number;
        evidence = JSON.writeValueAsString(shown);
    }

    /** Whether an exception holds for it. */
    void excepted(boolean holds) {
        excepted = holds;
    }

    boolean isExcepted() {
        return excepted;
    }

    long id() {
        return id;
    }

    long device() {
        return deviceId;
    }

    long standard() {
        return standardId;
    }

    String tag() {
        return tag;
    }

    Verdict.Kind kind() {
        return kind;
    }

    Binding binding() {
        return binding;
    }

    Instant since() {
        return since;
    }

    /** The number of the running revision that was judged. */
    int revision() {
        return revision;
    }

    List<Verdict.Evidence> evidence() {
        return List.of(JSON.readValue(evidence, Verdict.Evidence[].class));
    }
}

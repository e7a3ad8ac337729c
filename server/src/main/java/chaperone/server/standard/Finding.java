package chaperone.server.standard;

import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Verdict;
import chaperone.server.clause.ClauseText.Severity;
import chaperone.server.standard.FindingKeeper.Judged;
import chaperone.server.standard.Soundness.Departure;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.type.SqlTypes;
import org.jspecify.annotations.Nullable;
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

    @Enumerated(EnumType.STRING)
    private Severity severity;

    /** Of the standard's text by which it was found last. */
    private int number;

    private @Nullable Long broughtBy;
    private Instant since;
    private int revision;

    @JdbcTypeCode(SqlTypes.JSON)
    private String evidence;

    private boolean excepted;

    protected Finding() {}

    /** @param broughtBy the revision that brought it; none if what departs stood before anybody asked */
    Finding(long device, long standard, String tag, Instant since, Optional<Long> broughtBy) {
        this.deviceId = device;
        this.standardId = standard;
        this.tag = tag;
        this.since = since;
        this.broughtBy = broughtBy.orElse(null);
    }

    /** @param shown without secrets */
    void is(Departure departure, Judged judged, List<Verdict.Evidence> shown) {
        Verdict.Kind verdict = departure.verdict().kind();
        if (kind != null && kind != verdict) {
            since = judged.at();
            broughtBy = null;
        }
        kind = verdict;
        binding = departure.clause().binding();
        severity = departure.clause().weight();
        number = judged.numbers().get(standardId);
        revision = judged.revision();
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

    boolean fails() {
        return kind == Verdict.Kind.FAIL;
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

package chaperone.server.retention;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.content.Integrity;
import chaperone.server.content.Integrity.Damaged;
import chaperone.server.content.IntegrityPassRepository;
import chaperone.server.retention.Retention.Due;
import chaperone.server.retention.Retention.Thinned;
import chaperone.server.revision.RevisionMarkLocation;
import chaperone.server.revision.RevisionMarks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** How long revisions are kept, whether their bytes are sound, and what was written to them. */
@RestController
@RequestMapping("/api")
class RetentionController {
    private static final int MOST_NAMED = 500;

    private final RetentionRuleRepository rules;
    private final Retention retention;
    private final Integrity integrity;
    private final IntegrityPassRepository passes;
    private final RevisionMarks marks;
    private final RetentionTasks tasks;
    private final JdbcClient database;

    RetentionController(
            RetentionRuleRepository rules,
            Retention retention,
            Integrity integrity,
            IntegrityPassRepository passes,
            RevisionMarks marks,
            RetentionTasks tasks,
            JdbcClient database) {
        this.rules = rules;
        this.retention = retention;
        this.integrity = integrity;
        this.passes = passes;
        this.marks = marks;
        this.tasks = tasks;
        this.database = database;
    }

    record RetentionView(int keepCount, int keepDays, boolean on) {}

    /** Revisions stay that are among the newest {@code keepCount} or were seen within {@code keepDays}. */
    record RetentionInput(
            @Min(1) @Max(100_000) int keepCount,
            @Min(1) @Max(36_500) int keepDays,
            boolean on) {}

    /**
     * @param readings of tables
     * @param named the first of them, device by device
     */
    record DueView(int revisions, int readings, int devices, List<Due> named) {}

    /** @param bytes of all contents, compressed */
    record IntegrityView(Optional<PassView> latest, long revisions, long contents, long bytes, List<Damaged> damaged) {}

    record PassView(String askedBy, Instant startedAt, Optional<Instant> endedAt, long contents, long damaged) {}

    @GetMapping("/retention")
    public RetentionView rule() {
        RetentionRule rule = rules.findById(RetentionRule.ONLY).orElseThrow();
        return new RetentionView(rule.keepCount(), rule.keepDays(), rule.isOn());
    }

    @Audited("set how long revisions are kept")
    @PutMapping("/retention")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void set(@Valid @RequestBody RetentionInput input) {
        AuditNote.add(input.toString());
        rules.findById(RetentionRule.ONLY).orElseThrow().become(input.keepCount(), input.keepDays(), input.on());
    }

    /** What would go by a rule; nothing does. */
    @GetMapping("/retention/due")
    public DueView due(
            @RequestParam @Min(1) @Max(100_000) int keepCount, @RequestParam @Min(1) @Max(36_500) int keepDays) {
        List<Due> revisions = retention.due(keepCount, keepDays);
        List<Due> readings = retention.dueReadings(keepCount, keepDays);
        List<Due> all = Stream.concat(revisions.stream(), readings.stream())
                .sorted(Comparator.comparing(Due::device))
                .toList();
        int devices = (int) all.stream().map(Due::device).distinct().count();
        List<Due> named = all.subList(0, Math.min(all.size(), MOST_NAMED));
        return new DueView(revisions.size(), readings.size(), devices, named);
    }

    /** Thins out by this rule, once, now. */
    @Audited(value = "thinned out revisions", when = Audited.When.AROUND)
    @PostMapping("/retention/thin")
    public Thinned thin(@Valid @RequestBody RetentionInput input) {
        Thinned thinned = retention.thin(input.keepCount(), input.keepDays());
        AuditNote.add(input + ": " + thinned);
        return thinned;
    }

    @GetMapping("/integrity")
    public IntegrityView integrity() {
        Optional<PassView> latest = passes.findFirstByOrderByIdDesc()
                .map(pass -> new PassView(
                        pass.askedBy(), pass.startedAt(), pass.endedAt(), pass.contents(), pass.damaged()));
        return new IntegrityView(
                latest,
                number("select count(*) from revision"),
                number("select count(*) from content"),
                number("select coalesce(sum(length(packed)), 0) from content_pack"),
                integrity.damaged());
    }

    /** Begins a pass over all contents. */
    @Audited(value = "asked for an integrity pass", when = Audited.When.AROUND)
    @PostMapping("/integrity")
    @ResponseStatus(HttpStatus.ACCEPTED)
    public void check(Principal principal) {
        tasks.check(principal.getName());
    }

    /** Labels and notes that hold these words, the newest first. */
    @GetMapping("/revision-marks")
    public List<RevisionMarkLocation> marks(
            @RequestParam(defaultValue = "") @Size(max = 200) String find,
            @RequestParam(defaultValue = "100") @Min(1) @Max(1000) int size) {
        return marks.find(find, size);
    }

    private long number(String sql) {
        return database.sql(sql).query(Long.class).single();
    }
}

package chaperone.server.audit;

import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.Predicate;
import jakarta.persistence.criteria.Root;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The audit log to read, to export and to check. */
@RestController
class AuditController {
    private static final int LARGEST_TABLE = 100_000;
    private static final ListFile LIST = new ListFile(
            "audit",
            "Audit log",
            List.of("number", "at", "who", "token", "from", "act", "object", "detail", "outcome", "hash"),
            List.of("number", "at", "who", "from", "act", "object", "detail", "outcome"));

    private final AuditEntryRepository entries;
    private final AuditLog log;
    private final Clock clock;

    AuditController(AuditEntryRepository entries, AuditLog log, Clock clock) {
        this.clock = clock;
        this.entries = entries;
        this.log = log;
    }

    /** Which entries; what is left out lets all through. {@code before} is exclusive. */
    record Sought(
            @Size(max = 40) @Nullable String who,
            @Size(max = 100) @Nullable String act,
            @Size(max = 200) @Nullable String text,
            @Nullable Instant since,
            @Nullable Instant before) {
        Specification<AuditEntry> condition() {
            return (entry, query, builder) -> builder.and(all(entry, builder).toArray(Predicate[]::new));
        }

        private List<Predicate> all(Root<AuditEntry> entry, CriteriaBuilder builder) {
            List<Predicate> all = new ArrayList<>();
            if (who != null && !who.isEmpty()) all.add(builder.equal(entry.get("who"), who));
            if (act != null && !act.isEmpty()) all.add(builder.equal(entry.get("act"), act));
            if (since != null) all.add(builder.greaterThanOrEqualTo(entry.get("at"), since));
            if (before != null) all.add(builder.lessThan(entry.get("at"), before));
            if (text != null && !text.isBlank()) all.add(mentions(entry, builder, text.strip()));
            return all;
        }

        private static Predicate mentions(Root<AuditEntry> entry, CriteriaBuilder builder, String text) {
            return builder.or(List.of("object", "detail", "act", "fromAddress", "token").stream()
                    .map(field -> builder.greaterThan(
                            builder.locate(builder.lower(entry.get(field)), text.toLowerCase(Locale.ROOT)), 0))
                    .toArray(Predicate[]::new));
        }
    }

    record EntryView(
            long number,
            Instant at,
            String who,
            String token,
            String from,
            String act,
            String object,
            String detail,
            AuditOutcome outcome) {
        static EntryView of(AuditEntry entry) {
            AuditedAction deed = entry.act();
            return new EntryView(
                    entry.number(),
                    entry.at(),
                    deed.who(),
                    deed.token(),
                    deed.fromAddress(),
                    deed.act(),
                    deed.object(),
                    deed.detail(),
                    deed.outcome());
        }
    }

    record AuditPage(List<EntryView> entries, long matching, List<String> people, List<String> acts) {}

    /** @param newest the hash of the last entry that follows from the one before, in hexadecimal digits */
    record CheckView(long entries, Optional<Long> broken, String newest) {}

    @GetMapping("/api/audit")
    @Transactional(readOnly = true)
    public AuditPage list(
            @Valid @ParameterObject Sought sought,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        Page<AuditEntry> found = entries.findAll(
                sought.condition(), PageRequest.of(page, size, Sort.by("number").descending()));
        return new AuditPage(
                found.map(EntryView::of).getContent(), found.getTotalElements(), entries.people(), entries.acts());
    }

    @GetMapping("/api/audit/check")
    CheckView check() {
        AuditLog.Check check = log.check();
        return new CheckView(check.entries(), check.broken(), check.newest());
    }

    /** The newest first; at most a hundred thousand. */
    @GetMapping("/api/audit.{format}")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> file(
            @Valid @ParameterObject Sought sought, @PathVariable String format, Principal who) {
        PageRequest all = PageRequest.of(0, LARGEST_TABLE, Sort.by("number").descending());
        Page<AuditEntry> found = entries.findAll(sought.condition(), all);
        List<Object[]> rows = found.map(AuditController::row).getContent();
        return LIST.in(
                FileFormat.of(format),
                new Rows("What people and programs did, newest first.", rows, found.getTotalElements()),
                new Maker(who.getName(), clock.instant()));
    }

    private static Object[] row(AuditEntry entry) {
        EntryView view = EntryView.of(entry);
        return new Object[] {
            view.number(),
            view.at(),
            view.who(),
            view.token(),
            view.from(),
            view.act(),
            view.object(),
            view.detail(),
            view.outcome(),
            HexFormat.of().formatHex(entry.digest())
        };
    }
}

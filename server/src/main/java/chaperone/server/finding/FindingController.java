package chaperone.server.finding;

import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.standard.Verdict.Kind;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.finding.DeviceVerdicts.StandardVerdicts;
import chaperone.server.finding.FindingList.FindingPage;
import chaperone.server.finding.FindingNotes.FindingNoteView;
import chaperone.server.finding.FindingTrend.AgeCount;
import chaperone.server.fleet.Fleet;
import chaperone.server.origin.OriginView;
import chaperone.server.standard.Standards;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Findings over all standards, and what they say of one device. */
@RestController
@RequestMapping("/api")
class FindingController {
    private static final int LARGEST_TABLE = 20_000;
    private static final ListFile LIST = new ListFile(
            "findings",
            "Findings",
            List.of(
                    "standard",
                    "clause",
                    "severity",
                    "verdict",
                    "state",
                    "device",
                    "site",
                    "since",
                    "last seen",
                    "revision",
                    "brought by",
                    "ended",
                    "evidence"),
            List.of("clause", "severity", "verdict", "device", "site", "since", "brought by", "ended", "evidence"));

    private final FindingList findings;
    private final FindingNotes notes;
    private final DeviceVerdicts verdicts;
    private final FindingTrend trend;
    private final Standards standards;
    private final Fleet fleet;
    private final Clock clock;

    FindingController(
            FindingList findings,
            FindingNotes notes,
            DeviceVerdicts verdicts,
            FindingTrend trend,
            Standards standards,
            Fleet fleet,
            Clock clock) {
        this.findings = findings;
        this.notes = notes;
        this.verdicts = verdicts;
        this.trend = trend;
        this.standards = standards;
        this.fleet = fleet;
        this.clock = clock;
    }

    record FindingNoteInput(@NotBlank @Size(max = 2000) String text) {}

    @GetMapping("/findings")
    FindingPage list(
            @Valid @ParameterObject FindingRequest request,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "200") @Min(1) @Max(500) int size) {
        return findings.page(request, page, size);
    }

    @GetMapping("/findings/list.{format}")
    ResponseEntity<byte[]> file(
            @Valid @ParameterObject FindingRequest request, @PathVariable String format, Principal who) {
        FileFormat wanted = FileFormat.of(format);
        FindingPage found = findings.page(request, 0, LARGEST_TABLE);
        List<Object[]> rows =
                found.findings().stream().map(FindingController::cells).toList();
        return LIST.in(
                wanted, new Rows(request.said(), rows, found.matching()), new Maker(who.getName(), clock.instant()));
    }

    private static Object[] cells(FindingRow row) {
        return new Object[] {
            row.standard(),
            row.tag(),
            row.severity().name().toLowerCase(Locale.ROOT),
            row.kind() == Kind.FAIL ? "fails" : "not known",
            row.state().name().toLowerCase(Locale.ROOT),
            row.device(),
            row.site(),
            row.since(),
            row.lastSeen().<Object>map(at -> at).orElse(""),
            row.revision().<Object>map(number -> number).orElse(""),
            row.who().map(OriginView::people).orElse(""),
            row.ended().map(how -> how.name().toLowerCase(Locale.ROOT)).orElse(""),
            row.evidence().stream().map(Evidence::said).collect(Collectors.joining("; "))
        };
    }

    /** For how long the findings stand that are open; of one standard, or of all. */
    @GetMapping("/findings/ages")
    List<AgeCount> ages(@RequestParam Optional<@Size(max = 60) String> standard) {
        return trend.ages(standard);
    }

    /** What every clause that is for it says of a device. */
    @GetMapping("/devices/{name}/verdicts")
    @Transactional(readOnly = true)
    public List<StandardVerdicts> verdicts(@PathVariable String name) {
        return verdicts.of(fleet.get(name));
    }

    /** What people wrote to a finding, the oldest first. */
    @GetMapping("/standards/{name}/findings/{device}/{tag}/notes")
    @Transactional(readOnly = true)
    public List<FindingNoteView> notes(
            @PathVariable String name, @PathVariable String device, @PathVariable String tag) {
        return notes.of(standards.inForce(name).id(), tag, fleet.get(device).id());
    }

    @Audited("wrote to a finding")
    @PostMapping("/standards/{name}/findings/{device}/{tag}/notes")
    @Transactional
    public List<FindingNoteView> write(
            @PathVariable String name,
            @PathVariable String device,
            @PathVariable @Size(max = 20) String tag,
            @Valid @RequestBody FindingNoteInput input,
            Principal who) {
        AuditNote.add(tag + " on " + device);
        long standard = standards.inForce(name).id();
        long id = fleet.get(device).id();
        notes.add(standard, tag, id, input.text().strip(), who.getName());
        return notes.of(standard, tag, id);
    }
}

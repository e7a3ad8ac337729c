package chaperone.server.compare;

import chaperone.core.compare.UnifiedDiff;
import chaperone.core.config.ConfigBytes;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.compare.CompareEnds.EndInput;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.SavedFile;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.util.Optional;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Any two of: revisions, devices, running and saved configurations, texts. */
@RestController
@RequestMapping("/api/compare")
class CompareController {
    private static final int CONTEXT = 3;

    private final CompareEnds ends;
    private final Clock clock;

    CompareController(CompareEnds ends, Clock clock) {
        this.ends = ends;
        this.clock = clock;
    }

    /**
     * @param platform how texts are read
     * @param context equal rows shown around a change; 3 if left out
     * @param noise whether noise is kept in view like changes
     */
    record CompareRequest(
            Optional<@Size(max = 40) String> platform,
            @NotNull @Valid EndInput before,
            @NotNull @Valid EndInput after,
            Optional<@Min(0) @Max(10_000_000) Integer> context,
            Optional<Boolean> noise) {}

    private record Pair(CompareEnd before, CompareEnd after) {}

    @PostMapping
    @Transactional(readOnly = true)
    public CompareView lines(@Valid @RequestBody CompareRequest request) {
        return view(pair(request), request);
    }

    private static CompareView view(Pair pair, CompareRequest request) {
        return CompareView.of(
                pair.before(),
                pair.after(),
                request.context().orElse(CONTEXT),
                request.noise().orElse(false));
    }

    /** Attribute by attribute; both ends must be of one platform. */
    @PostMapping("/structure")
    @Transactional(readOnly = true)
    public StructureView structure(@Valid @RequestBody CompareRequest request) {
        Pair pair = pair(request);
        return StructureView.of(pair.before(), pair.after());
    }

    /** For {@code patch}: exact to the byte, noise and secrets included; the look is recorded. */
    @Audited(value = "fetched a difference with its secrets", when = Audited.When.BEFORE)
    @PostMapping(path = "/diff", produces = "text/x-diff")
    @Transactional
    public ResponseEntity<byte[]> diff(@Valid @RequestBody CompareRequest request) {
        Pair pair = pair(request);
        AuditNote.add(pair.before().title() + " and " + pair.after().title());
        return file(pair, pair.before().whole(), pair.after().whole(), "");
    }

    /** As the page shows it: a secret that was altered stands as two different masks. */
    @PostMapping(path = "/diff/masked", produces = "text/x-diff")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> maskedDiff(@Valid @RequestBody CompareRequest request) {
        Pair pair = pair(request);
        return file(pair, pair.before().masked().text(), pair.after().masked().text(), "-masked");
    }

    /** As the page shows it: on paper side by side, for programs a row for each line that differs. */
    @PostMapping("/rows.{format}")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> rows(
            @Valid @RequestBody CompareRequest request, @PathVariable String format, Principal who) {
        Pair pair = pair(request);
        CompareView view = view(pair, request);
        Maker maker = new Maker(who.getName(), clock.instant());
        return CompareFile.of(view, pair.before().title(), pair.after().title(), FileFormat.of(format), maker);
    }

    private static ResponseEntity<byte[]> file(Pair pair, String before, String after, String suffix) {
        String beforeTitle = pair.before().title();
        String afterTitle = pair.after().title();
        return SavedFile.of(
                beforeTitle + "-" + afterTitle + suffix + ".diff",
                ConfigBytes.encode(UnifiedDiff.between("a/" + beforeTitle, before, "b/" + afterTitle, after)));
    }

    private Pair pair(CompareRequest request) {
        return new Pair(
                ends.find(request.before(), request.platform(), "before"),
                ends.find(request.after(), request.platform(), "after"));
    }
}

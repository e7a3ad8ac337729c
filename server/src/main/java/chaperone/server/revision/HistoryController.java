package chaperone.server.revision;

import chaperone.core.config.ConfigBytes;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.mask.Outline;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.document.SavedFile;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A device's revisions, their lines, and what was written to them. */
@RestController
@RequestMapping("/api/devices/{name}")
class HistoryController {
    private final Fleet fleet;
    private final History history;
    private final RevisionMarks marks;
    private final SecretMasks masks;
    private final Removals removals;

    HistoryController(Fleet fleet, History history, RevisionMarks marks, SecretMasks masks, Removals removals) {
        this.removals = removals;
        this.fleet = fleet;
        this.history = history;
        this.marks = marks;
        this.masks = masks;
    }

    /** Masked lines of a revision, from a line on. */
    record LinesView(int from, List<String> lines) {}

    @GetMapping("/revisions")
    @Transactional(readOnly = true)
    public List<RevisionView> revisions(
            @PathVariable String name, @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        return marks.views(history.all(fleet.get(name), kind));
    }

    @GetMapping("/revisions/{number}/lines")
    @Transactional(readOnly = true)
    public LinesView lines(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind,
            @RequestParam(defaultValue = "0") @Min(0) int from,
            @RequestParam(defaultValue = "2000") @Min(1) @Max(5000) int count) {
        Device device = fleet.get(name);
        MaskedConfig masked = masks.of(
                history.platformOf(device), history.get(device, kind, number).whole());
        int lines = masked.document().lineCount();
        int start = Math.min(from, lines);
        int end = (int) Math.min(lines, (long) start + count);
        return new LinesView(
                start,
                IntStream.range(start, end)
                        .mapToObj(line -> ConfigBytes.printable(masked.line(line)))
                        .toList());
    }

    /** The headings of a revision: statements that have others below them, and those at the top, in order. */
    @GetMapping("/revisions/{number}/outline")
    @Transactional(readOnly = true)
    public List<Outline.Heading> outline(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
        return Outline.of(masks.of(
                history.platformOf(device), history.get(device, kind, number).whole()));
    }

    /** The configuration to the byte, secrets included; the look is recorded. */
    @Audited(value = "fetched a configuration with its secrets", when = Audited.When.BEFORE)
    @GetMapping(path = "/revisions/{number}/text", produces = MediaType.TEXT_PLAIN_VALUE)
    @Transactional
    public ResponseEntity<byte[]> text(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
        String text = history.get(device, kind, number).whole();
        return SavedFile.of(name + "-" + kind.word() + "-" + number + ".conf", ConfigBytes.encode(text));
    }

    /** What everybody may see of it, as a file. */
    @GetMapping(path = "/revisions/{number}/masked", produces = MediaType.TEXT_PLAIN_VALUE)
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> masked(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
        MaskedConfig masked = masks.of(
                history.platformOf(device), history.get(device, kind, number).whole());
        String text = IntStream.range(0, masked.document().lineCount())
                .mapToObj(line -> ConfigBytes.printable(masked.line(line)) + "\n")
                .collect(Collectors.joining());
        return SavedFile.of(name + "-" + kind.word() + "-" + number + "-masked.conf", ConfigBytes.encode(text));
    }

    /** An engineer's word against the doubt that a revision is only a part. */
    @Audited("counted a revision as whole")
    @PostMapping("/revisions/{number}/whole")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void accept(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        history.accept(fleet.get(name), kind, number);
    }

    /** @param text one line for a label, up to 40 characters */
    record MarkInput(
            @NotNull RevisionMark.Kind kind,
            @NotBlank @Size(max = 2000) String text) {}

    /** A revision with a label or a note is never thinned out. */
    @Audited("wrote to a revision")
    @PostMapping("/revisions/{number}/marks")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public RevisionView.MarkView mark(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind,
            @Valid @RequestBody MarkInput input,
            Principal principal) {
        AuditNote.add(input.text());
        Revision revision = history.get(fleet.get(name), kind, number).revision();
        return RevisionView.MarkView.of(marks.put(revision, input.kind(), input.text(), principal.getName()));
    }

    @Audited("took away what was written to a revision")
    @DeleteMapping("/revisions/{number}/marks/{id}")
    @Transactional
    public Removed unmark(
            @PathVariable String name,
            @PathVariable int number,
            @PathVariable long id,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind,
            Principal principal) {
        Revision revision = history.get(fleet.get(name), kind, number).revision();
        String words = name + ", revision " + number;
        Removed removed = removals.keep(RemovalKind.REVISION_MARK, words, principal.getName(), Map.of("id", id));
        AuditNote.add(marks.remove(revision, id));
        return removed;
    }
}

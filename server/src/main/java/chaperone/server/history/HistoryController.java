package chaperone.server.history;

import chaperone.core.compare.Comparison;
import chaperone.core.compare.UnifiedDiff;
import chaperone.core.config.ConfigBytes;
import chaperone.core.platform.Platform;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.history.CompareView.RevisionView;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.util.List;
import java.util.Locale;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A device's revisions, their lines, and any two of them compared. */
@RestController
@RequestMapping("/api/devices/{name}")
class HistoryController {
    private final Fleet fleet;
    private final History history;

    HistoryController(Fleet fleet, History history) {
        this.fleet = fleet;
        this.history = history;
    }

    /** Masked lines of a revision, from a line on. */
    record LinesView(int from, List<String> lines) {}

    @GetMapping("/revisions")
    @Transactional(readOnly = true)
    public List<RevisionView> revisions(
            @PathVariable String name, @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        return history.all(fleet.get(name), kind).stream().map(RevisionView::of).toList();
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
        List<String> lines = masked(device, history.get(device, kind, number));
        int start = Math.min(from, lines.size());
        int end = (int) Math.min(lines.size(), (long) start + count);
        return new LinesView(
                start,
                lines.subList(start, end).stream().map(ConfigBytes::printable).toList());
    }

    /** The headings of a revision: statements that have others below them, and those at the top, in order. */
    @GetMapping("/revisions/{number}/outline")
    @Transactional(readOnly = true)
    public List<Outline.Heading> outline(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
        return Outline.of(
                history.platformOf(device), history.get(device, kind, number).whole());
    }

    /** The configuration to the byte, secrets included; the look is recorded. */
    @Audited(value = "fetched a configuration with its secrets", first = true)
    @GetMapping(path = "/revisions/{number}/text", produces = MediaType.TEXT_PLAIN_VALUE)
    @Transactional
    public ResponseEntity<byte[]> text(
            @PathVariable String name,
            @PathVariable int number,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
        String text = history.get(device, kind, number).whole();
        return file(name + "-" + label(kind) + "-" + number + ".conf", ConfigBytes.encode(text));
    }

    @GetMapping("/compare")
    @Transactional(readOnly = true)
    public CompareView compare(
            @PathVariable String name,
            @RequestParam @Min(1) int before,
            @RequestParam @Min(1) int after,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind,
            @RequestParam(defaultValue = "3") @Min(0) @Max(100_000) int context,
            @RequestParam(defaultValue = "false") boolean noise) {
        Device device = fleet.get(name);
        History.Text beforeText = history.get(device, kind, before);
        History.Text afterText = history.get(device, kind, after);
        Platform platform = history.platformOf(device);
        Comparison comparison =
                Comparison.between(masked(device, beforeText), masked(device, afterText), platform.noise());
        return CompareView.of(
                beforeText.revision(), afterText.revision(), comparison, platform.noise(), context, noise);
    }

    /** For {@code patch}: exact to the byte, noise and secrets included; the look is recorded. */
    @Audited(value = "fetched a difference with its secrets", first = true)
    @GetMapping(path = "/compare.diff", produces = "text/x-diff")
    @Transactional
    public ResponseEntity<byte[]> diff(
            @PathVariable String name,
            @RequestParam @Min(1) int before,
            @RequestParam @Min(1) int after,
            @RequestParam(defaultValue = "RUNNING") ConfigKind kind) {
        Device device = fleet.get(name);
        String diff = UnifiedDiff.between(
                "a/" + name + ".conf",
                history.get(device, kind, before).whole(),
                "b/" + name + ".conf",
                history.get(device, kind, after).whole());
        String file = name + "-" + label(kind) + "-" + before + "-" + after + ".diff";
        return file(file, ConfigBytes.encode(diff));
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

    private List<String> masked(Device device, History.Text text) {
        Platform platform = history.platformOf(device);
        return text.lines().stream().map(platform.secrets()::masked).toList();
    }

    private static String label(ConfigKind kind) {
        return kind.name().toLowerCase(Locale.ROOT);
    }

    private static ResponseEntity<byte[]> file(String name, byte[] bytes) {
        ContentDisposition disposition =
                ContentDisposition.attachment().filename(name).build();
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, disposition.toString())
                .body(bytes);
    }
}

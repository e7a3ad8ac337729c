package chaperone.server.console;

import chaperone.connect.conversation.Login;
import chaperone.connect.conversation.LoginDetail;
import chaperone.connect.conversation.Target;
import chaperone.core.config.TextRange;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.platform.Platform;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.console.Recordings.Piece;
import chaperone.server.console.Recordings.Recording;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Size;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Opens consoles and shows what was recorded of earlier ones. */
@RestController
class ConsoleController {
    private final Fleet fleet;
    private final PlatformRegistry platforms;
    private final PendingConsoles pending;
    private final Recordings recordings;
    private final SecretMasks masks;

    ConsoleController(
            Fleet fleet,
            PlatformRegistry platforms,
            PendingConsoles pending,
            Recordings recordings,
            SecretMasks masks) {
        this.fleet = fleet;
        this.platforms = platforms;
        this.pending = pending;
        this.recordings = recordings;
        this.masks = masks;
    }

    /** @param account on the device, with its password; both absent for the device's credential set */
    record ConsoleRequest(
            Optional<@Size(min = 1, max = 60) String> account, Optional<@Size(max = 200) String> password) {
        @Override
        public String toString() {
            return "ConsoleRequest";
        }
    }

    /** @param console its line is at {@code /api/consoles/{console}/line} for a minute */
    record ConsoleAsked(long console, String loggedInAs) {}

    @Audited(value = "opened a console", when = Audited.When.AROUND)
    @PostMapping("/api/devices/{name}/consoles")
    @ResponseStatus(HttpStatus.CREATED)
    ConsoleAsked ask(@PathVariable String name, @Valid @RequestBody ConsoleRequest request, Principal principal) {
        Device device = fleet.get(name);
        Platform platform = platforms.get(device.platform());
        Target target = request.account()
                .map(account -> fleet.target(
                        device, new Login(account, request.password().orElse(""), "")))
                .orElseGet(() -> fleet.target(device));
        String loggedInAs = target.login().details().stream()
                .map(LoginDetail::account)
                .findFirst()
                .orElse("");
        AuditNote.add("as " + loggedInAs);
        return new ConsoleAsked(
                pending.ask(device.name(), principal.getName(), loggedInAs, target, platform), loggedInAs);
    }

    /** @param endedAt absent while it goes on */
    record RecordingView(
            long id,
            String device,
            String account,
            String loggedInAs,
            Instant beganAt,
            Optional<Instant> endedAt,
            long bytes) {
        static RecordingView of(Recording recording) {
            return new RecordingView(
                    recording.id(),
                    recording.device(),
                    recording.account(),
                    recording.loggedInAs(),
                    recording.beganAt(),
                    recording.endedAt(),
                    recording.bytes());
        }
    }

    /** The newest first, two hundred at most. */
    @GetMapping("/api/devices/{name}/consoles")
    List<RecordingView> list(@PathVariable String name) {
        return recordings.of(fleet.get(name).name()).stream()
                .map(RecordingView::of)
                .toList();
    }

    /**
     * @param atMillis since the beginning
     * @param said one character a byte
     */
    record PieceView(long atMillis, String said) {}

    record Replay(RecordingView recording, List<PieceView> pieces) {}

    /** All that was shown, its secrets masked. */
    @Audited(value = "looked at a console's recording", when = Audited.When.BEFORE)
    @GetMapping("/api/consoles/{id}")
    ResponseEntity<Replay> replay(@PathVariable long id) {
        Recording recording = find(id);
        List<PieceView> pieces = masked(recordings.pieces(id));
        return ResponseEntity.ok()
                .cacheControl(CacheControl.noStore())
                .body(new Replay(RecordingView.of(recording), pieces));
    }

    /** A secret may have come in several pieces: all of them are looked through together. */
    private List<PieceView> masked(List<Piece> pieces) {
        String all = pieces.stream()
                .map(piece -> new String(piece.said(), StandardCharsets.ISO_8859_1))
                .collect(Collectors.joining());
        MaskedConfig masked = masks.of(platforms.current().all(), all);
        List<PieceView> views = new ArrayList<>(pieces.size());
        int at = 0;
        for (Piece piece : pieces) {
            TextRange range = new TextRange(at, at + piece.said().length);
            String shown = masked.pieces(range).stream()
                    .map(part -> part.isMask() ? oneCharacterAByte(part.shown()) : part.shown())
                    .collect(Collectors.joining());
            views.add(new PieceView(piece.atMillis(), shown));
            at = range.end();
        }
        return views;
    }

    private static String oneCharacterAByte(String text) {
        return new String(text.getBytes(StandardCharsets.UTF_8), StandardCharsets.ISO_8859_1);
    }

    /** To the byte, with the secrets that were shown. */
    @Audited(value = "fetched a console's recording with its secrets", when = Audited.When.BEFORE)
    @GetMapping(path = "/api/consoles/{id}/text", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<byte[]> text(@PathVariable long id) {
        Recording recording = find(id);
        ByteArrayOutputStream text = new ByteArrayOutputStream();
        for (Piece piece : recordings.pieces(id)) text.writeBytes(piece.said());
        String name = recording.device() + "-console-" + id + ".txt";
        return ResponseEntity.ok()
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .cacheControl(CacheControl.noStore())
                .body(text.toByteArray());
    }

    private Recording find(long id) {
        return recordings.find(id).orElseThrow(() -> ProblemException.notFound("recording", id));
    }
}

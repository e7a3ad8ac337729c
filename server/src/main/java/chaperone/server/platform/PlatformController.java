package chaperone.server.platform;

import chaperone.core.platform.Dialogue;
import chaperone.core.platform.Platform;
import chaperone.core.platform.PlatformKeys;
import chaperone.core.platform.PlatformProblem;
import chaperone.core.platform.PlatformReader;
import chaperone.core.platform.Platforms;
import chaperone.server.audit.Audited;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Platforms as a list and as texts; reading a configuration with one. */
@RestController
@RequestMapping("/api/platforms")
class PlatformController {
    private static final int LONGEST_YAML = 262_144;
    private static final int LONGEST_TEXT = 8_000_000;

    private final PlatformRegistry platforms;
    private final PlatformTextRepository texts;
    private final SecretMasks masks;

    PlatformController(PlatformRegistry platforms, PlatformTextRepository texts, SecretMasks masks) {
        this.platforms = platforms;
        this.texts = texts;
        this.masks = masks;
    }

    /** Where a platform comes from. */
    enum Source {
        SHIPPED,
        ALTERED,
        ADDED
    }

    /** By which protocol a platform is spoken to. */
    enum Protocol {
        SHELL,
        NETCONF,
        HTTPS
    }

    record PlatformView(
            String name,
            String title,
            Source source,
            Protocol protocol,
            String grammar,
            boolean isRecognised,
            boolean hasTelnet,
            boolean hasFirstContact,
            List<String> tables,
            long devices,
            Optional<Instant> savedAt,
            Optional<String> savedBy) {}

    /** @param number of a saved text; {@code removal} if it took the earlier ones away */
    record TextView(int number, Instant savedAt, String savedBy, boolean removal) {}

    record PlatformDetail(
            PlatformView platform, String yaml, int number, List<TextView> texts, Optional<String> sample) {}

    record YamlView(String yaml) {}

    record Checked(List<PlatformProblem> problems) {}

    record YamlToCheck(@NotNull @Size(max = LONGEST_YAML) String yaml) {}

    record YamlToSave(
            @NotNull @Size(max = LONGEST_YAML) String yaml,
            @Min(0) int basedOn) {}

    /** @param yaml a text that is not saved yet; absent for the platform as it is in force */
    record TextToRead(
            @NotNull @Size(max = LONGEST_TEXT) String text, Optional<@Size(max = LONGEST_YAML) String> yaml) {}

    @GetMapping
    @Transactional(readOnly = true)
    public List<PlatformView> list() {
        Map<String, Long> devices = platforms.devices();
        return platforms.current().all().stream()
                .map(platform -> view(platform, devices))
                .toList();
    }

    @GetMapping("/keys")
    Map<String, List<PlatformKeys.Key>> keys() {
        return PlatformKeys.all();
    }

    @GetMapping("/{name}")
    @Transactional(readOnly = true)
    public PlatformDetail get(@PathVariable String name) {
        List<PlatformText> saved = texts.findByNameOrderByNumberDesc(name);
        return new PlatformDetail(
                view(platforms.get(name), platforms.devices()),
                platforms.textOf(name),
                saved.stream().findFirst().map(PlatformText::number).orElse(0),
                saved.stream()
                        .map(t -> new TextView(t.number(), t.savedAt(), t.savedBy(), t.isRemoval()))
                        .toList(),
                Platforms.sampleOf(name));
    }

    /** An earlier text; 0 is the shipped one. */
    @GetMapping("/{name}/texts/{number}")
    @Transactional(readOnly = true)
    public YamlView text(@PathVariable String name, @PathVariable int number) {
        if (number == 0 && Platforms.shippedNames().contains(name)) return new YamlView(Platforms.shippedText(name));
        return texts.findByNameAndNumber(name, number)
                .map(text -> new YamlView(text.yaml()))
                .orElseThrow(() -> ProblemException.notFound("text of this platform", number));
    }

    @PostMapping("/check")
    Checked check(@Valid @RequestBody YamlToCheck wanted) {
        PlatformReader.Outcome outcome = PlatformReader.read(wanted.yaml());
        return new Checked(outcome instanceof PlatformReader.Outcome.Refused refused ? refused.problems() : List.of());
    }

    @PostMapping("/{name}/read")
    ReadView read(@PathVariable String name, @Valid @RequestBody TextToRead wanted) {
        Platform platform = wanted.yaml().map(PlatformRegistry::readOrRefuse).orElseGet(() -> platforms.get(name));
        return ReadView.of(platform, masks.of(platform, wanted.text()));
    }

    @Audited("saved a platform")
    @PutMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void save(@PathVariable String name, @Valid @RequestBody YamlToSave wanted, Principal principal) {
        platforms.save(name, wanted.yaml(), wanted.basedOn(), principal.getName());
    }

    @Audited("removed a platform's text")
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name, Principal principal) {
        platforms.remove(name, principal.getName());
    }

    private PlatformView view(Platform platform, Map<String, Long> devices) {
        Optional<PlatformText> saved = platforms.newest(platform.name()).filter(text -> !text.isRemoval());
        boolean isShipped = Platforms.shippedNames().contains(platform.name());
        return new PlatformView(
                platform.name(),
                platform.title(),
                saved.isEmpty() ? Source.SHIPPED : isShipped ? Source.ALTERED : Source.ADDED,
                protocolOf(platform.dialogue()),
                grammarOf(platform),
                platform.recognition().isPresent(),
                platform.dialogue() instanceof chaperone.core.platform.ShellDialogue shell
                        && shell.telnet().isPresent(),
                platform.firstContact().isPresent(),
                platform.tables().stream()
                        .map(table -> table.kind().name().toLowerCase(java.util.Locale.ROOT))
                        .toList(),
                devices.getOrDefault(platform.name(), 0L),
                saved.map(PlatformText::savedAt),
                saved.map(PlatformText::savedBy));
    }

    private static Protocol protocolOf(Dialogue dialogue) {
        if (dialogue instanceof Dialogue.Https) return Protocol.HTTPS;
        return dialogue instanceof Dialogue.Netconf ? Protocol.NETCONF : Protocol.SHELL;
    }

    private static String grammarOf(Platform platform) {
        return platform.grammar()
                .getClass()
                .getSimpleName()
                .replace("Grammar", "")
                .toLowerCase(java.util.Locale.ROOT);
    }
}

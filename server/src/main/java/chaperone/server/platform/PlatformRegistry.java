package chaperone.server.platform;

import chaperone.connect.Connector;
import chaperone.core.platform.Platform;
import chaperone.core.platform.PlatformReader;
import chaperone.core.platform.PlatformReader.Outcome;
import chaperone.core.platform.Platforms;
import chaperone.server.content.Contents;
import chaperone.server.event.Events;
import chaperone.server.event.ServerEvent;
import chaperone.server.event.ServerEventListener;
import chaperone.server.problem.ProblemException;
import java.nio.charset.StandardCharsets;
import java.time.Clock;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** The platforms in force: those that were shipped, as people have altered them, and those that people have added. */
@Service
public class PlatformRegistry implements ServerEventListener {
    private static final Logger LOG = LoggerFactory.getLogger(PlatformRegistry.class);

    private final PlatformTextRepository texts;
    private final Events events;
    private final Clock clock;
    private volatile Optional<InForce> read = Optional.empty();

    /** @param masks by name, see {@link #masksOf} */
    private record InForce(Platforms platforms, Map<String, String> masks) {}

    PlatformRegistry(PlatformTextRepository texts, Events events, Clock clock) {
        this.texts = texts;
        this.events = events;
        this.clock = clock;
    }

    public Platforms current() {
        return inForce().platforms();
    }

    private InForce inForce() {
        Optional<InForce> known = read;
        if (known.isPresent()) return known.get();
        InForce fresh = readAll();
        read = Optional.of(fresh);
        return fresh;
    }

    /** @throws ProblemException if there is none of this name */
    public Platform get(String name) {
        return current().find(name).orElseThrow(() -> ProblemException.notFound("platform", name));
    }

    /** What a new device may be: the platform that somebody chose, or all that can be told apart. */
    public List<Platform> toMeetWith(Optional<String> chosen) {
        return chosen.map(name -> List.of(get(name)))
                .orElseGet(() -> Connector.recognisable(current().all()));
    }

    private InForce readAll() {
        Map<String, Platform> byName = new LinkedHashMap<>();
        Map<String, String> masks = new LinkedHashMap<>();
        for (Platform platform : Platforms.shipped().all()) {
            byName.put(platform.name(), platform);
            masks.put(platform.name(), masks(platform.name(), Platforms.shippedText(platform.name())));
        }
        for (PlatformText text : texts.newest()) {
            if (text.isRemoval()) continue;
            // It could be read when it was saved; a release that reads less must not take the others down with it.
            if (PlatformReader.read(text.yaml()) instanceof Outcome.Read sound) {
                byName.put(text.name(), sound.platform());
                masks.put(text.name(), masks(text.name(), text.yaml()));
            } else LOG.error("The saved text {} of platform {} cannot be read", text.number(), text.name());
        }
        return new InForce(new Platforms(List.copyOf(byName.values())), Map.copyOf(masks));
    }

    private static String masks(String name, String yaml) {
        return name + ":" + HexFormat.of().formatHex(Contents.sha256(yaml.getBytes(StandardCharsets.UTF_8)), 0, 8);
    }

    @Override
    public void heard(ServerEvent heard) {
        if (heard.kind().equals("platform") || heard.kind().equals("again")) read = Optional.empty();
    }

    /** The YAML in force. */
    @Transactional(readOnly = true)
    public String textOf(String name) {
        get(name);
        return newest(name)
                .filter(text -> !text.isRemoval())
                .map(PlatformText::yaml)
                .orElseGet(() -> Platforms.shippedText(name));
    }

    /** Tells apart by which text of which platform something was masked: the name, a colon, a digest of the text in force. */
    public String masksOf(String name) {
        return Optional.ofNullable(inForce().masks().get(name))
                .orElseThrow(() -> ProblemException.notFound("platform", name));
    }

    /** Those of all platforms. */
    public String[] masksInForce() {
        return inForce().masks().values().toArray(String[]::new);
    }

    Optional<PlatformText> newest(String name) {
        return texts.findByNameOrderByNumberDesc(name).stream().findFirst();
    }

    /**
     * Saves a text, which is in force at once.
     *
     * @param basedOn the number of the text that was altered, 0 if none was saved before
     */
    @Transactional
    void save(String name, String yaml, int basedOn, String account) {
        Platform platform = readOrRefuse(yaml);
        if (!platform.name().equals(name)) {
            throw new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "other-name",
                    "The text is of the platform \"" + platform.name() + "\", not \"" + name + "\".",
                    "A platform keeps its name: devices refer to it. Save it as a new one.");
        }
        int latest = newest(name).map(PlatformText::number).orElse(0);
        if (latest != basedOn) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "changed-meanwhile",
                    "Somebody else saved this platform meanwhile.",
                    "Your text is still here: copy it, load the page again, and put both together.");
        }
        keep(name, latest + 1, yaml, account);
    }

    /** Takes away what people saved: a shipped platform is as it was shipped, another one is gone. */
    @Transactional
    void remove(String name, String account) {
        get(name);
        boolean isShipped = Platforms.shippedNames().contains(name);
        long devices = devices().getOrDefault(name, 0L);
        if (!isShipped && devices > 0) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "in-use",
                    "\"" + name + "\" is the platform of " + devices + (devices == 1 ? " device." : " devices."),
                    "Remove them from the fleet first, or bring them in again with another platform.");
        }
        Optional<PlatformText> newest = newest(name);
        if (newest.filter(text -> !text.isRemoval()).isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "as-shipped",
                    "\"" + name + "\" is as it was shipped.",
                    "There is nothing to take back.");
        }
        keep(name, newest.get().number() + 1, "", account);
    }

    private void keep(String name, int number, String yaml, String account) {
        texts.save(new PlatformText(name, number, yaml, account, clock.instant()));
        LOG.info("{} saved text {} of platform {}", account, number, name);
        events.platformMoved();
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                read = Optional.empty();
            }
        });
    }

    /** @throws ProblemException with all that is wrong with the text, line by line */
    public static Platform readOrRefuse(String yaml) {
        Outcome outcome = PlatformReader.read(yaml);
        if (outcome instanceof Outcome.Read sound) return sound.platform();
        var problems = ((Outcome.Refused) outcome).problems();
        throw new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "malformed-platform",
                "The platform cannot be read: " + problems.get(0) + ".",
                "Nothing was saved. Correct the text and save it again.",
                Map.of("problems", problems));
    }

    Map<String, Long> devices() {
        Map<String, Long> counts = new LinkedHashMap<>();
        texts.devices().forEach(count -> counts.put(count.getPlatform(), count.getDevices()));
        return counts;
    }
}

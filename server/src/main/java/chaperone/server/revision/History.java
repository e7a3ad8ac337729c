package chaperone.server.revision;

import chaperone.core.compare.Comparison;
import chaperone.core.config.CompletenessCheck;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.Grammar;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.core.platform.Platform;
import chaperone.core.structure.StructureDiff;
import chaperone.server.audit.AuditNote;
import chaperone.server.content.Contents;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceFacts;
import chaperone.server.fleet.EventKind;
import chaperone.server.noise.NoiseRules;
import chaperone.server.origin.PlannedWork;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The revisions of each device. A copy that differs in noise alone is the same revision, seen again. */
@Service
public class History {
    private static final byte[] NO_DIGEST = {};
    private static final int MOST_PARTS = 6;
    private static final int LONGEST_PART = 80;

    private final RevisionRepository revisions;
    private final Contents contents;
    private final PlatformRegistry platforms;
    private final DeviceFacts facts;
    private final NoiseRules noiseRules;
    private final SecretMasks masks;
    private final RevisionEdits edits;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;

    /**
     * @param id the revision's key, for the copy that points to it
     * @param number of the revision
     * @param doubt why it may be only a part; empty if it is whole
     */
    public record Kept(long id, int number, boolean isNew, byte[] settledDigest, String doubt) {}

    /** A revision with its text. */
    public record Text(Revision revision, String whole) {
        NoiseMarkedConfig settled(Grammar grammar, Noise noise) {
            return noise.in(ConfigDocument.read(grammar, whole));
        }
    }

    History(
            RevisionRepository revisions,
            Contents contents,
            PlatformRegistry platforms,
            DeviceFacts facts,
            NoiseRules noiseRules,
            SecretMasks masks,
            RevisionEdits edits,
            ApplicationEventPublisher publisher,
            Clock clock) {
        this.publisher = publisher;
        this.clock = clock;
        this.masks = masks;
        this.edits = edits;
        this.noiseRules = noiseRules;
        this.facts = facts;
        this.revisions = revisions;
        this.contents = contents;
        this.platforms = platforms;
    }

    /**
     * Notes what a device showed at a moment. Part of the transaction that stores the copy: all of it or nothing.
     *
     * @param part the line by which the device said itself that not all was shown
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public Kept keep(Device device, ConfigKind kind, String text, Optional<String> part, Instant at) {
        Noise noise = noiseRules.of(device);
        Grammar grammar = platformOf(device).grammar();
        NoiseMarkedConfig config = noise.in(ConfigDocument.read(grammar, text));
        byte[] settled = settledDigest(config);
        Optional<Revision> latest = revisions.findFirstByDeviceIdAndKindOrderByNumberDesc(device.id(), kind);
        byte[] bytes = ConfigBytes.encode(text);
        if (latest.isPresent() && latest.get().settlesTo(settled)) return seenAgain(latest.get(), bytes, settled, at);
        // Nothing if its bytes were damaged: then there is nothing to compare with, and the copy is kept all the same.
        Optional<Text> before = latest.flatMap(this::textIfSound);
        // What counts as noise may have changed since the revision was kept: then its text decides.
        byte[] settledBefore = before.map(sound -> settledDigest(sound.settled(grammar, noise)))
                .orElse(NO_DIGEST);
        if (Arrays.equals(settledBefore, settled)) {
            latest.orElseThrow().settle(settled);
            return seenAgain(latest.orElseThrow(), bytes, settled, at);
        }
        int number = latest.map(Revision::number).orElse(0) + 1;
        byte[] digest = contents.keep(bytes, latest.map(Revision::digest));
        Revision revision = new Revision(
                device.id(), kind, number, digest, settled, config.document().lineCount(), at);
        Optional<StructureDiff> diff = before.map(earlier -> compare(device, noise, earlier, new Text(revision, text)));
        if (kind == ConfigKind.AGREED) return new Kept(revisions.save(revision).id(), number, true, settled, "");
        revision.doubt(part.map(line -> "the device says: " + masks.shown(platformOf(device), line))
                .or(() -> doubt(device, kind, text))
                .orElse(""));
        Kept kept = new Kept(revisions.save(revision).id(), number, true, settled, revision.incomplete());
        if (kind == ConfigKind.RUNNING)
            diff.ifPresent(each -> edits.keep(
                    kept.id(), platformOf(device), each, before.orElseThrow().whole(), text));
        return kept;
    }

    /** Says what brought the newest revision, if it is this one. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void broughtBy(Kept kept, PlannedWork work) {
        if (kept.isNew()) revisions.findById(kept.id()).ifPresent(revision -> revision.broughtBy(work));
    }

    /** The newest revision, if there is one. */
    @Transactional(readOnly = true)
    public Optional<Text> find(Device device, ConfigKind kind) {
        return revisions
                .findFirstByDeviceIdAndKindOrderByNumberDesc(device.id(), kind)
                .flatMap(this::textIfSound);
    }

    private Kept seenAgain(Revision latest, byte[] bytes, byte[] settled, Instant at) {
        latest.seenAgain(at);
        // The very same bytes are the cure for stored ones that were damaged.
        if (Arrays.equals(latest.digest(), Contents.sha256(bytes))) contents.keep(bytes, Optional.empty());
        return new Kept(latest.id(), latest.number(), false, settled, latest.incomplete());
    }

    private StructureDiff compare(Device device, Noise noise, Text before, Text after) {
        Platform platform = platformOf(device);
        NoiseMarkedConfig earlier = before.settled(platform.grammar(), noise);
        NoiseMarkedConfig later = after.settled(platform.grammar(), noise);
        after.revision().differsBy(Comparison.between(earlier, later).counts());
        StructureDiff diff = StructureDiff.between(earlier, later, platform.structure());
        List<String> parts = diff.parts();
        List<String> shown = parts.stream()
                .limit(MOST_PARTS)
                .map(part -> shown(platform, part))
                .toList();
        after.revision().altered(shown, parts.size(), Contents.sha256(ConfigBytes.encode(diff.deed())));
        return diff;
    }

    /** As all may see it, and as the database can hold it. */
    private String shown(Platform platform, String part) {
        String shown =
                ConfigBytes.printable(masks.shown(platform, part)).strip().replace("\0", "");
        return shown.length() <= LONGEST_PART ? shown : shown.substring(0, LONGEST_PART) + "\u2026";
    }

    /** @param before absent if the revision is the first one now */
    public void compareAnew(Device device, Optional<Revision> before, Revision revision) {
        if (before.isEmpty()) {
            // What nobody has accounted for stays a change, even when what it altered is thinned out.
            if (revision.origin() != Origin.NOT_PLANNED) revision.altersWhatStoodBefore(false);
            revision.differsBy(Comparison.Counts.NONE);
            revision.altered(List.of(), 0, NO_DIGEST);
            edits.forget(revision.id());
            return;
        }
        Text earlier = text(before.get());
        Text later = text(revision);
        StructureDiff diff = compare(device, noiseRules.of(device), earlier, later);
        if (revision.kind() == ConfigKind.RUNNING)
            edits.keep(revision.id(), platformOf(device), diff, earlier.whole(), later.whole());
    }

    /** Against the newest revision that was whole: what was doubted once is no measure. */
    private Optional<String> doubt(Device device, ConfigKind kind, String text) {
        Grammar grammar = platforms.get(device.platform()).grammar();
        return revisions
                .findFirstByDeviceIdAndKindAndIncompleteOrderByNumberDesc(device.id(), kind, "")
                .flatMap(this::textIfSound)
                .flatMap(whole -> CompletenessCheck.doubt(grammar.read(whole.whole()), grammar.read(text)));
    }

    /**
     * Somebody says that a doubted revision is all there is. If it is the newest, the device counts as kept from its
     * last copy on.
     */
    @Transactional
    void accept(Device device, ConfigKind kind, int number) {
        Revision revision = get(device, kind, number).revision();
        if (revision.incomplete().isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "whole-already",
                    "Nobody doubts that this revision is whole.",
                    "Nothing to do.");
        }
        AuditNote.add(revision.incomplete());
        revision.doubt("");
        boolean isNewest = revisions
                .findFirstByDeviceIdAndKindOrderByNumberDesc(device.id(), kind)
                .filter(newest -> newest.number() == number)
                .isPresent();
        if (isNewest && kind == ConfigKind.RUNNING) {
            facts.note(device, EventKind.WHOLE, device.incomplete(), "");
            device.acceptAsWhole(revision.lastCopyAt(), clock.instant());
            publisher.publishEvent(new RevisionsSettledEvent(device));
        }
    }

    @Transactional(readOnly = true)
    List<Revision> all(Device device, ConfigKind kind) {
        return revisions.all(device.id(), kind);
    }

    /** Whole revisions that were the newest ones at some time since a moment, the oldest first. */
    @Transactional(readOnly = true)
    public List<Revision> since(Device device, ConfigKind kind, Instant from) {
        List<Revision> whole = revisions.all(device.id(), kind).stream()
                .filter(revision -> revision.incomplete().isEmpty())
                .toList();
        long before = whole.stream()
                .takeWhile(revision -> !revision.firstCopyAt().isAfter(from))
                .count();
        return whole.subList((int) Math.max(0, before - 1), whole.size());
    }

    /** A revision as the device showed it, secrets and all. */
    @Transactional(readOnly = true)
    public Text get(Device device, ConfigKind kind, int number) {
        return revisions
                .findByDeviceIdAndKindAndNumber(device.id(), kind, number)
                .map(this::text)
                .orElseThrow(() -> ProblemException.notFound("revision", number));
    }

    /** The newest revision. */
    @Transactional(readOnly = true)
    public Text newest(Device device, ConfigKind kind) {
        return revisions
                .findFirstByDeviceIdAndKindOrderByNumberDesc(device.id(), kind)
                .map(this::text)
                .orElseThrow(() -> ProblemException.notFound(kind.word() + " configuration of", device.name()));
    }

    /**
     * The revision that was the newest one at a moment.
     *
     * @throws ProblemException if nothing of it is kept from then
     */
    @Transactional(readOnly = true)
    public Text asOf(Device device, ConfigKind kind, Instant at) {
        // The database knows no moments as far away as programs do.
        Instant now = clock.instant();
        Optional<Revision> then = at.isBefore(Instant.EPOCH)
                ? Optional.empty()
                : revisions.findFirstByDeviceIdAndKindAndFirstCopyAtLessThanEqualOrderByNumberDesc(
                        device.id(), kind, at.isAfter(now) ? now : at);
        return then.map(this::text)
                .orElseThrow(() -> new ProblemException(
                        HttpStatus.NOT_FOUND,
                        "not-then",
                        "Nothing is kept of the " + kind.word() + " configuration of " + device.name() + " from "
                                + at.truncatedTo(ChronoUnit.SECONDS) + " or before.",
                        "Choose a later moment."));
    }

    Platform platformOf(Device device) {
        return platforms.get(device.platform());
    }

    private Optional<Text> textIfSound(Revision revision) {
        return contents.readIfSound(revision.digest()).map(bytes -> new Text(revision, ConfigBytes.decode(bytes)));
    }

    private Text text(Revision revision) {
        return textIfSound(revision).orElseThrow(() -> Contents.unreadable("revision " + revision.number()));
    }

    /** What the text is once its noise is set aside. */
    static byte[] settledDigest(NoiseMarkedConfig config) {
        return Contents.sha256(ConfigBytes.encode(String.join("\n", config.lines())));
    }
}

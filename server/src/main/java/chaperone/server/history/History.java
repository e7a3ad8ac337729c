package chaperone.server.history;

import chaperone.core.compare.Comparison;
import chaperone.core.compare.Noise;
import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigText;
import chaperone.core.platform.Platform;
import chaperone.server.fleet.Device;
import chaperone.server.platform.PlatformShelf;
import chaperone.server.problem.ProblemException;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** The revisions of each device. A copy that differs in noise alone is the same revision, seen again. */
@Service
public class History {
    private final RevisionRepository revisions;
    private final Contents contents;
    private final PlatformShelf platforms;

    /** @param id the revision's key, for the copy that points to it */
    public record Kept(long id, boolean isNew, byte[] settledDigest) {}

    /** A revision with its text in lines without endings. */
    record Text(Revision revision, String whole) {
        List<String> lines() {
            return linesOf(whole);
        }
    }

    History(RevisionRepository revisions, Contents contents, PlatformShelf platforms) {
        this.revisions = revisions;
        this.contents = contents;
        this.platforms = platforms;
    }

    /** Notes what a device showed at a moment. Part of the transaction that stores the copy: all of it or nothing. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Kept keep(Device device, ConfigKind kind, String text, Instant at) {
        Noise noise = platforms.get(device.platform()).noise();
        List<String> lines = linesOf(text);
        byte[] settled = settledDigest(noise, lines);
        Optional<Revision> latest = revisions.findFirstByDeviceIdAndKindOrderByNumberDesc(device.id(), kind);
        if (latest.isPresent() && latest.get().settlesTo(settled)) {
            latest.get().seenAgain(at);
            return new Kept(latest.get().id(), false, settled);
        }
        int number = latest.map(Revision::number).orElse(0) + 1;
        byte[] digest = contents.keep(ConfigBytes.encode(text));
        Revision revision = new Revision(device.id(), kind, number, digest, settled, lines.size(), at);
        latest.ifPresent(before -> revision.differsBy(
                Comparison.between(text(before).lines(), lines, noise).counts()));
        return new Kept(revisions.save(revision).id(), true, settled);
    }

    @Transactional(readOnly = true)
    List<Revision> all(Device device, ConfigKind kind) {
        return revisions.all(device.id(), kind);
    }

    /** A revision as the device showed it, secrets and all. */
    @Transactional(readOnly = true)
    Text get(Device device, ConfigKind kind, int number) {
        return revisions
                .findByDeviceIdAndKindAndNumber(device.id(), kind, number)
                .map(this::text)
                .orElseThrow(() -> ProblemException.notFound("revision", number));
    }

    Platform platformOf(Device device) {
        return platforms.get(device.platform());
    }

    private Text text(Revision revision) {
        return new Text(revision, ConfigBytes.decode(contents.read(revision.digest())));
    }

    private static byte[] settledDigest(Noise noise, List<String> lines) {
        return Contents.sha256(ConfigBytes.encode(String.join("\n", noise.settled(lines))));
    }

    private static List<String> linesOf(String text) {
        return ConfigText.linesWithEndings(text).stream()
                .map(ConfigText::withoutEnding)
                .toList();
    }
}

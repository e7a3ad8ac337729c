package chaperone.server.past;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigProblem;
import chaperone.core.config.ConfigTree;
import chaperone.core.past.Likeness;
import chaperone.core.past.PastPath;
import chaperone.core.platform.Platform;
import chaperone.server.content.Contents;
import chaperone.server.past.PastFleet.Meant;
import chaperone.server.past.PastPlan.Dated;
import chaperone.server.past.PastPlan.Entry;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.EarlierRevisions;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Looks at one file after the other: whose it is, from when, and whether it is a configuration of that device. */
final class PastReading {
    private static final Instant BEGIN = Instant.parse("1980-01-02T00:00:00Z");

    private final PastFleet fleet;
    private final PlatformRegistry platforms;
    private final EarlierRevisions revisions;
    private final ZoneId zone;
    private final List<Entry> entries = new ArrayList<>();
    private final Map<String, Optional<First>> known = new HashMap<>();

    /** Of a device's configuration: since when it is known, and what it was like then. */
    private record First(Instant since, Likeness likeness) {}

    PastReading(PastFleet fleet, PlatformRegistry platforms, EarlierRevisions revisions, ZoneId zone) {
        this.fleet = fleet;
        this.platforms = platforms;
        this.revisions = revisions;
        this.zone = zone;
    }

    void add(KeptFile file) {
        boolean isCut = file.path().length() > PastPath.LONGEST;
        String name = isCut ? file.path().substring(0, PastPath.LONGEST) : file.path();
        PastPath path = PastPath.read(name, zone);
        List<Meant> devices = fleet.of(path);
        Optional<Meant> device = devices.size() == 1 ? Optional.of(devices.get(0)) : Optional.empty();
        ConfigKind kind = path.isSaved() ? ConfigKind.SAVED : ConfigKind.RUNNING;
        Optional<Instant> said = path.moment().filter(PastReading::isOfOurTime);
        Optional<Instant> at = said.or(() -> file.at().filter(PastReading::isOfOurTime));
        Dated dated = said.isPresent()
                ? Dated.PATH
                : at.isEmpty() ? Dated.NOBODY : file.isCommitted() ? Dated.COMMIT : Dated.FILE;
        Finding finding = devices.size() > 1
                ? new Finding(PastVerdict.SEVERAL_DEVICES, names(devices))
                : device.map(one -> look(file, one, kind, at)).orElse(new Finding(PastVerdict.NO_DEVICE, ""));
        byte[] digest = Contents.sha256(file.content().orElse(new byte[0]));
        entries.add(new Entry(
                entries.size(), shown(name), device, kind, at, dated, finding.verdict(), digest, finding.note()));
    }

    PastPlan plan() {
        return PastPlan.of(entries);
    }

    private record Finding(PastVerdict verdict, String note) {}

    /** Archives that know no time say the first one that they can write, in 1980 or before. */
    private static boolean isOfOurTime(Instant at) {
        return at.isAfter(BEGIN);
    }

    private Finding look(KeptFile file, Meant device, ConfigKind kind, Optional<Instant> at) {
        if (at.isEmpty()) return new Finding(PastVerdict.NO_MOMENT, "");
        Platform platform = platforms.get(device.platform());
        Optional<First> first = known.computeIfAbsent(
                device.id() + "/" + kind,
                key -> revisions
                        .known(device.id(), kind)
                        .map(known -> new First(
                                known.since(), Likeness.to(platform.grammar().read(known.text())))));
        if (first.isEmpty()) return new Finding(PastVerdict.NEVER_COPIED, kind.word());
        if (!at.get().isBefore(first.get().since()))
            return new Finding(
                    PastVerdict.NOT_BEFORE, "known since " + first.get().since());
        if (file.content().isEmpty()) return new Finding(PastVerdict.TOO_LONG, "");
        return look(
                ConfigBytes.decode(file.content().get()), platform, first.get().likeness());
    }

    private static Finding look(String text, Platform platform, Likeness likeness) {
        if (text.isBlank() || text.indexOf('\0') >= 0) return new Finding(PastVerdict.NO_TEXT, "");
        ConfigTree tree = platform.grammar().read(text);
        if (!platform.accepts(tree)) {
            ConfigProblem first = tree.problems().get(0);
            return new Finding(PastVerdict.OTHER_PLATFORM, "line " + (first.line() + 1) + ": " + first.message());
        }
        return likeness.isSharedBy(tree)
                ? new Finding(PastVerdict.REVISION, "")
                : new Finding(PastVerdict.OTHER_PLATFORM, "hardly a statement begins like one of the device's own");
    }

    private static String names(List<Meant> devices) {
        List<String> names = devices.stream().map(Meant::name).sorted().limit(5).toList();
        return String.join(", ", names) + (devices.size() > names.size() ? ", …" : "");
    }

    /** As the database can hold it. */
    private static String shown(String path) {
        return ConfigBytes.printable(path).replace('\0', '\uFFFD');
    }
}

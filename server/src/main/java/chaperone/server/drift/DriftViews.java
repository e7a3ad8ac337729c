package chaperone.server.drift;

import chaperone.core.change.ConfigModel;
import chaperone.core.structure.Difference;
import chaperone.core.structure.StructureDiff;
import chaperone.server.drift.Agreement.How;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseRules;
import chaperone.server.origin.OriginView;
import chaperone.server.origin.Origins;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Drift as pages and programs get it. */
@Component
class DriftViews {
    private final Fleet fleet;
    private final History history;
    private final DriftRepository drifts;
    private final AgreementRepository agreements;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final PartLabels labels;
    private final Origins origins;

    /**
     * A device that runs something else than what was agreed, or did not save what it runs.
     *
     * @param since absent if it only did not save
     * @param who may have brought what it runs now
     * @param savedDiffers whether a restart would lose lines
     */
    record DriftRow(
            String device,
            String site,
            String role,
            Optional<Instant> since,
            int added,
            int modified,
            int removed,
            int moved,
            List<String> parts,
            Optional<OriginView> who,
            boolean savedDiffers) {}

    /** @param key names the part in requests */
    record DriftPartView(String key, String label, int added, int modified, int removed, int moved) {}

    /**
     * What is agreed for a device.
     *
     * @param number of the agreed revision; absent as long as the device was never copied whole
     * @param running the number of the newest revision that runs
     * @param parts in which the two differ
     */
    record AgreedView(
            Optional<Integer> number,
            Optional<How> how,
            Optional<String> agreedBy,
            Optional<Instant> agreedAt,
            Optional<String> note,
            Optional<Integer> running,
            Optional<Instant> since,
            List<DriftPartView> parts) {}

    DriftViews(
            Fleet fleet,
            History history,
            DriftRepository drifts,
            AgreementRepository agreements,
            NoiseRules noise,
            PlatformRegistry platforms,
            PartLabels labels,
            Origins origins) {
        this.fleet = fleet;
        this.history = history;
        this.drifts = drifts;
        this.agreements = agreements;
        this.noise = noise;
        this.platforms = platforms;
        this.labels = labels;
        this.origins = origins;
    }

    /** The newest drift first, then devices that only did not save. */
    List<DriftRow> all() {
        List<Drift> drifting = drifts.findAllByOrderBySinceDesc();
        Map<Long, Device> devices = new LinkedHashMap<>();
        fleet.with(drifting.stream().map(Drift::device).toList()).forEach(device -> devices.put(device.id(), device));
        fleet.unsaved().forEach(device -> devices.put(device.id(), device));
        Map<Long, OriginView> who =
                origins.ofNewest(drifting.stream().map(Drift::device).toList());
        List<DriftRow> rows = new ArrayList<>();
        for (Drift drift : drifting) {
            Device device = devices.remove(drift.device());
            if (device != null) rows.add(row(device, Optional.of(drift), Optional.ofNullable(who.get(drift.device()))));
        }
        devices.values().forEach(device -> rows.add(row(device, Optional.empty(), Optional.empty())));
        return rows;
    }

    private static boolean isUnsaved(Device device) {
        return device.isSavedRunning().filter(same -> !same).isPresent();
    }

    private static DriftRow row(Device device, Optional<Drift> drift, Optional<OriginView> who) {
        return new DriftRow(
                device.name(),
                device.siteName(),
                device.role(),
                drift.map(Drift::since),
                drift.map(Drift::added).orElse(0),
                drift.map(Drift::modified).orElse(0),
                drift.map(Drift::removed).orElse(0),
                drift.map(Drift::moved).orElse(0),
                drift.map(Drift::parts).orElse(List.of()),
                who,
                isUnsaved(device));
    }

    AgreedView agreed(Device device) {
        Optional<Text> agreed = history.find(device, ConfigKind.AGREED);
        Optional<Text> running = history.find(device, ConfigKind.RUNNING);
        Optional<Agreement> agreement =
                agreed.flatMap(text -> agreements.findById(text.revision().id()));
        return new AgreedView(
                agreed.map(text -> text.revision().number()),
                agreement.map(Agreement::how),
                agreement.map(Agreement::agreedBy),
                agreement.map(Agreement::agreedAt),
                agreement.map(Agreement::note),
                running.map(text -> text.revision().number()),
                drifts.findById(device.id()).map(Drift::since),
                agreed.isPresent() && running.isPresent()
                        ? parts(device, agreed.get().whole(), running.get().whole())
                        : List.of());
    }

    /** In which parts an earlier revision of the running configuration differs from what runs now. */
    List<DriftPartView> partsSince(Device device, int number) {
        String running = history.newest(device, ConfigKind.RUNNING).whole();
        return parts(
                device, running, history.get(device, ConfigKind.RUNNING, number).whole());
    }

    private List<DriftPartView> parts(Device device, String agreed, String running) {
        ConfigModel model = ConfigModel.of(platforms.get(device.platform()), noise.of(device));
        Map<String, List<Difference>> byPart = new LinkedHashMap<>();
        for (Difference each : model.differences(agreed, running).differences()) {
            if (each.kind().counts())
                byPart.computeIfAbsent(each.part(), part -> new ArrayList<>()).add(each);
        }
        return byPart.entrySet().stream()
                .map(entry -> part(device, entry.getKey(), entry.getValue()))
                .toList();
    }

    private DriftPartView part(Device device, String name, List<Difference> differences) {
        StructureDiff.Counts counts = new StructureDiff(differences).counts();
        return new DriftPartView(
                PartKeys.of(name),
                labels.shown(device, differences.get(0).partLabel()),
                counts.added(),
                counts.modified(),
                counts.removed(),
                counts.moved());
    }
}

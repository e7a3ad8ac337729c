package chaperone.server.drift;

import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigEdit.Differing;
import chaperone.core.change.ConfigModel;
import chaperone.core.structure.Difference;
import chaperone.core.structure.StructureDiff;
import chaperone.server.drift.Agreement.How;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.StandingChangedEvent;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Kept;
import chaperone.server.revision.History.Text;
import chaperone.server.revision.RevisionsSettledEvent;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** What is agreed for a device: proposed by its first whole copy, then moved by people and by changes that were kept. */
@Service
public class Agreements {
    private static final String ITSELF = "chaperone";

    private final Fleet fleet;
    private final History history;
    private final AgreementRepository agreements;
    private final DriftRepository drifts;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final PartLabels labels;
    private final Events events;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;

    Agreements(
            Fleet fleet,
            History history,
            AgreementRepository agreements,
            DriftRepository drifts,
            NoiseRules noise,
            PlatformRegistry platforms,
            PartLabels labels,
            Events events,
            ApplicationEventPublisher publisher,
            Clock clock) {
        this.fleet = fleet;
        this.history = history;
        this.agreements = agreements;
        this.drifts = drifts;
        this.noise = noise;
        this.platforms = platforms;
        this.labels = labels;
        this.events = events;
        this.publisher = publisher;
        this.clock = clock;
    }

    /** Part of the transaction that stores a copy. Looks at the texts only if the copy brought something new. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void copied(Device device, Kept running, String text, Instant at) {
        Optional<Text> agreed = history.find(device, ConfigKind.AGREED);
        if (agreed.isEmpty()) {
            if (running.doubt().isEmpty()) agree(device, text, How.PROPOSED, ITSELF, "", at);
        } else if (running.isNew()) assess(device, agreed.get().whole(), text, at);
    }

    @EventListener
    void noiseMoved(RevisionsSettledEvent settled) {
        Device device = settled.device();
        Optional<Text> running = history.find(device, ConfigKind.RUNNING);
        boolean isNothingAgreed = history.find(device, ConfigKind.AGREED).isEmpty();
        if (isNothingAgreed && device.incomplete().isEmpty() && running.isPresent()) {
            agree(device, running.get().whole(), How.PROPOSED, ITSELF, "", clock.instant());
        } else assess(device, clock.instant());
    }

    /**
     * Takes what the device runs for right.
     *
     * @param number the revision of the running configuration
     * @param parts of the configuration; none for all of it
     * @throws ProblemException if the parts do not fit what is agreed
     */
    @Transactional
    public void adopt(Device device, int number, Set<String> parts, String by, String note) {
        String running = history.get(device, ConfigKind.RUNNING, number).whole();
        String text = parts.isEmpty() ? running : merged(device, running, parts);
        Instant now = clock.instant();
        agree(device, text, How.ADOPTED, by, note, now);
        assess(device, now);
        events.fleetMoved();
    }

    /**
     * A change was kept, and what the device runs since is in its history: what the change brought is agreed now, and
     * nothing else of what it runs.
     *
     * @param base what it ran before
     */
    @RetryOnConflict
    @Transactional
    public void changed(long deviceId, String base, String by, long change) {
        Optional<Device> found = fleet.find(deviceId);
        if (found.isEmpty()) return;
        Device device = found.get();
        String running = history.newest(device, ConfigKind.RUNNING).whole();
        String agreed = history.find(device, ConfigKind.AGREED).map(Text::whole).orElse(base);
        Instant now = clock.instant();
        agree(device, withChange(agreed, base, running, model(device)), How.CHANGED, by, "C-" + change, now);
        assess(device, now);
        events.fleetMoved();
    }

    /** Where the change altered what had drifted before, the parts that it touched are agreed as they run. */
    private static String withChange(String agreed, String base, String running, ConfigModel model) {
        ConfigEdit.Outcome outcome = new Differing(base, running, Set.of(), Set.of()).applyTo(agreed, model);
        if (outcome instanceof ConfigEdit.Outcome.Applied applied) return applied.text();
        Set<String> touched = model.differences(base, running).withMeaning().differences().stream()
                .map(Difference::part)
                .collect(Collectors.toSet());
        ConfigEdit.Outcome parts = new Differing(agreed, running, touched, Set.of()).applyTo(agreed, model);
        return parts instanceof ConfigEdit.Outcome.Applied applied ? applied.text() : running;
    }

    private String merged(Device device, String running, Set<String> parts) {
        String agreed = history.newest(device, ConfigKind.AGREED).whole();
        ConfigModel model = model(device);
        Set<String> chosen = PartKeys.namesOf(parts, model.differences(agreed, running));
        ConfigEdit.Outcome outcome = new Differing(agreed, running, chosen, Set.of()).applyTo(agreed, model);
        if (outcome instanceof ConfigEdit.Outcome.Applied applied) return applied.text();
        throw new ProblemException(
                HttpStatus.CONFLICT,
                "does-not-fit",
                "These parts of the configuration cannot be taken over by themselves.",
                "Adopt the whole configuration, or other parts of it.");
    }

    private void agree(Device device, String text, How how, String by, String note, Instant at) {
        Kept kept = history.keep(device, ConfigKind.AGREED, text, Optional.empty(), at);
        agreements.save(new Agreement(kept.id(), how, by, at, note));
        if (how == How.PROPOSED) isAgreed(device, true, at);
    }

    private void isAgreed(Device device, boolean isSame, Instant at) {
        boolean isOther = device.isRunningAgreed().filter(was -> was == isSame).isEmpty();
        device.runningIsAgreed(isSame, at);
        if (isOther) publisher.publishEvent(new StandingChangedEvent(device));
    }

    private void assess(Device device, Instant at) {
        Optional<Text> agreed = history.find(device, ConfigKind.AGREED);
        Optional<Text> running = history.find(device, ConfigKind.RUNNING);
        if (agreed.isPresent() && running.isPresent())
            assess(device, agreed.get().whole(), running.get().whole(), at);
    }

    private void assess(Device device, String agreed, String running, Instant at) {
        StructureDiff diff = model(device).differences(agreed, running);
        boolean isSame = diff.counts().areNone();
        isAgreed(device, isSame, at);
        if (isSame) {
            drifts.findById(device.id()).ifPresent(drifts::delete);
            return;
        }
        Drift drift = drifts.findById(device.id()).orElseGet(() -> new Drift(device.id(), at));
        List<String> parts = diff.withMeaning().differences().stream()
                .map(Difference::partLabel)
                .distinct()
                .limit(Drift.MOST_PARTS)
                .map(label -> labels.shown(device, label))
                .toList();
        drift.is(diff.counts(), parts);
        drifts.save(drift);
    }

    private ConfigModel model(Device device) {
        return ConfigModel.of(platforms.get(device.platform()), noise.of(device));
    }
}

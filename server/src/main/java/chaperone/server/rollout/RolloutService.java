package chaperone.server.rollout;

import chaperone.core.release.RolloutEvent;
import chaperone.core.release.Waves;
import chaperone.server.audit.AuditNote;
import chaperone.server.change.ApprovalNeed;
import chaperone.server.change.ApprovalRules;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.freeze.Freezes;
import chaperone.server.map.Network;
import chaperone.server.pair.Pairs;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.software.RolloutImages;
import chaperone.server.software.RolloutImages.ImageFile;
import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Plans rollouts, has them approved, starts them, and takes decisions where they stopped. */
@Service
public class RolloutService {
    private final RolloutRepository rollouts;
    private final RolloutDeviceRepository lines;
    private final RolloutImages images;
    private final Freezes freezes;
    private final Fleet fleet;
    private final Pairs pairs;
    private final PlatformRegistry platforms;
    private final ApprovalRules approvals;
    private final Network network;
    private final ObjectProvider<Scheduler> scheduler;
    private final Events events;
    private final Clock clock;

    RolloutService(
            RolloutRepository rollouts,
            RolloutDeviceRepository lines,
            RolloutImages images,
            Freezes freezes,
            Fleet fleet,
            Pairs pairs,
            PlatformRegistry platforms,
            ApprovalRules approvals,
            Network network,
            ObjectProvider<Scheduler> scheduler,
            Events events,
            Clock clock) {
        this.rollouts = rollouts;
        this.lines = lines;
        this.images = images;
        this.freezes = freezes;
        this.fleet = fleet;
        this.pairs = pairs;
        this.platforms = platforms;
        this.approvals = approvals;
        this.network = network;
        this.scheduler = scheduler;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    Rollout get(long number) {
        return rollouts.findById(number).orElseThrow(() -> ProblemException.notFound("rollout", "R-" + number));
    }

    private Rollout locked(long number) {
        return rollouts.lock(number).orElseThrow(() -> ProblemException.notFound("rollout", "R-" + number));
    }

    /** @return its number */
    @Transactional
    public long keep(String title, List<String> names, String by) {
        return plan(title, names, by).id();
    }

    /** @throws ProblemException naming every device that cannot be part of it, and why */
    @Transactional
    Rollout plan(String title, List<String> names, String by) {
        Map<String, Device> devices =
                fleet.choose(names).stream().collect(Collectors.toMap(Device::name, Function.identity()));
        Map<String, ImageFile> chosen = new HashMap<>();
        List<String> hindered = new ArrayList<>();
        // One question for each model, however many devices there are of it.
        Map<List<String>, Optional<ImageFile>> standards = new HashMap<>();
        devices.forEach((name, device) -> {
            Optional<ImageFile> standard = standards.computeIfAbsent(
                    List.of(device.platform(), device.model()), model -> images.standardFor(device));
            Optional<String> hindrance = hindrance(device, standard);
            hindrance.ifPresent(why -> hindered.add(name + " " + why));
            if (hindrance.isEmpty()) chosen.put(name, standard.orElseThrow());
        });
        inHand(devices).forEach(name -> hindered.add(name + " is part of another rollout"));
        if (!hindered.isEmpty())
            throw conflict(
                    "not-possible",
                    hindered.stream().sorted().collect(Collectors.joining("; ")) + ".",
                    "Leave these out, or choose a standard release for their models first.");
        Rollout rollout = rollouts.save(new Rollout(title, by, clock.instant()));
        List<List<String>> waves = Waves.of(devices.keySet(), partners(devices), neighbours());
        List<RolloutDevice> all = new ArrayList<>();
        for (int wave = 0; wave < waves.size(); wave++) {
            for (String name : waves.get(wave)) {
                Device device = devices.get(name);
                all.add(new RolloutDevice(rollout.id(), device, wave + 1, all.size(), chosen.get(name)));
            }
        }
        lines.saveAll(all);
        AuditNote.add("R-" + rollout.id() + ", " + all.size() + " devices in " + waves.size() + " waves");
        if (approvals.needOf(Set.of(by)) == ApprovalNeed.NOBODY) rollout.needsNoApproval();
        events.rolloutMoved(rollout.id());
        return rollout;
    }

    private Optional<String> hindrance(Device device, Optional<ImageFile> standard) {
        var platform = platforms.get(device.platform());
        if (platform.software().isEmpty() || platform.files().isEmpty())
            return Optional.of("cannot be renewed: its platform does not say how");
        if (standard.isEmpty()) return Optional.of("has no standard release");
        boolean hasIt = standard.get().release().equals(device.release());
        return hasIt ? Optional.of("is on the standard release already") : Optional.empty();
    }

    private List<String> inHand(Map<String, Device> devices) {
        Map<Long, String> names = devices.values().stream().collect(Collectors.toMap(Device::id, Device::name));
        return lines.findByDeviceIdInAndInHandTrue(names.keySet()).stream()
                .map(line -> names.get(line.device()))
                .toList();
    }

    private Map<String, String> partners(Map<String, Device> devices) {
        Map<Long, String> byId = pairs.partners(devices.values());
        Map<String, String> partners = new HashMap<>();
        devices.forEach((name, device) -> {
            if (byId.containsKey(device.id())) partners.put(name, byId.get(device.id()));
        });
        return partners;
    }

    /** By name, both ways, of the whole fleet: who is not renewed must not be cut off either. */
    private Map<String, Set<String>> neighbours() {
        Map<String, Set<String>> neighbours = new HashMap<>();
        network.links(network.devices()).known().forEach(link -> {
            String near = link.near().device();
            String far = link.far().device();
            neighbours.computeIfAbsent(near, unused -> new HashSet<>()).add(far);
            neighbours.computeIfAbsent(far, unused -> new HashSet<>()).add(near);
        });
        return neighbours;
    }

    @Transactional
    public void approve(long number, String by, boolean isApprover) {
        Rollout rollout = locked(number);
        if (rollout.state() != Rollout.State.PLANNED) throw wrongState(rollout, "approved");
        approvals.mustBeFree("R-" + number, Set.of(rollout.madeBy()), by, isApprover);
        rollout.approve(by, clock.instant());
        events.rolloutMoved(number);
    }

    ApprovalNeed needOf(Rollout rollout) {
        return approvals.needOf(Set.of(rollout.madeBy()));
    }

    /** Begins it, or goes on where it stopped. */
    @Transactional
    public void run(long number) {
        Rollout rollout = locked(number);
        boolean mayRun = rollout.state() == Rollout.State.APPROVED || rollout.state() == Rollout.State.STOPPED;
        if (!mayRun) throw wrongState(rollout, "run");
        List<String> open = lines.findByRolloutIdOrderByWaveAscPosition(number).stream()
                .filter(line -> line.state().needsDecision())
                .map(line -> fleet.find(line.device()).map(Device::name).orElse("a removed device"))
                .toList();
        if (!open.isEmpty())
            throw conflict(
                    "needs-decision",
                    String.join(", ", open) + (open.size() == 1 ? " needs" : " need") + " a decision first.",
                    "Try again, or go on without.");
        freezes.refuse(fleet.with(lines.findByRolloutIdOrderByWaveAscPosition(number).stream()
                .filter(line -> !line.state().isSettled())
                .map(RolloutDevice::device)
                .toList()));
        rollout.run();
        schedule(number);
        events.rolloutMoved(number);
    }

    /** What is in hand is finished; no further device begins. */
    @Transactional
    void pause(long number, String by) {
        Rollout rollout = locked(number);
        if (rollout.state() != Rollout.State.RUNNING) throw wrongState(rollout, "stopped");
        rollout.pause(by);
        events.rolloutMoved(number);
    }

    @Transactional
    void drop(long number) {
        Rollout rollout = locked(number);
        boolean mayDrop = Set.of(Rollout.State.PLANNED, Rollout.State.APPROVED, Rollout.State.STOPPED)
                .contains(rollout.state());
        if (!mayDrop) throw wrongState(rollout, "dropped");
        lines.findByRolloutIdOrderByWaveAscPosition(number).forEach(RolloutDevice::letGo);
        rollout.ended(Rollout.State.DROPPED, clock.instant());
        events.rolloutMoved(number);
    }

    /** @param event {@code RETRY} or {@code LEAVE} */
    @Transactional
    void decide(long number, String name, RolloutEvent event, String by) {
        Rollout rollout = locked(number);
        if (rollout.state() != Rollout.State.STOPPED) throw wrongState(rollout, "decided on");
        long device = fleet.get(name).id();
        RolloutDevice line = lines.findByRolloutIdOrderByWaveAscPosition(number).stream()
                .filter(each -> each.device() == device)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("device of R-" + number, name));
        if (!line.state().needsDecision())
            throw conflict("no-decision", name + " needs no decision.", "Load the page again to see how it stands.");
        AuditNote.add("R-" + number + ", " + name + ": " + event);
        line.happened(event, event == RolloutEvent.LEAVE ? "left by " + by : "to be tried again", clock.instant());
        events.rolloutMoved(number);
    }

    private void schedule(long rollout) {
        Scheduler tasks = scheduler.getObject();
        tasks.schedule(
                new TaskInstance<>(RolloutTask.NAME, rollout + "." + UUID.randomUUID(), Long.toString(rollout)),
                clock.instant());
        TransactionSynchronizationManager.registerSynchronization(new TransactionSynchronization() {
            @Override
            public void afterCommit() {
                tasks.triggerCheckForDueExecutions();
            }
        });
    }

    private static ProblemException wrongState(Rollout rollout, String deed) {
        return conflict(
                "wrong-state",
                "R-" + rollout.id() + " is " + rollout.state().name().toLowerCase(Locale.ROOT) + " and cannot be "
                        + deed + ".",
                "Load the page again to see how it stands.");
    }

    private static ProblemException conflict(String code, String meaning, String advice) {
        return new ProblemException(HttpStatus.CONFLICT, code, meaning, advice);
    }
}

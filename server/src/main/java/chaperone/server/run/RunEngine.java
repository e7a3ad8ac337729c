package chaperone.server.run;

import chaperone.connect.conversation.Conversation;
import chaperone.connect.conversation.ConversationLimits.Permit;
import chaperone.core.change.AddressMove;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.DeviceEvent;
import chaperone.core.change.DeviceState;
import chaperone.core.change.Promise;
import chaperone.core.platform.Platform;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceReach;
import chaperone.server.fleet.Fleet;
import chaperone.server.lease.ConversationPermits;
import chaperone.server.lease.DeviceLease;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.lease.LeaseLostException;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.run.RunJournal.Standing;
import chaperone.server.secret.SecretMasks;
import chaperone.server.task.Schedulers;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/**
 * Walks a run through its table, in rounds: the decision first, then one step on every device that has one to take, side
 * by side. Nothing is repeated blindly: after a break, of a conversation or of this process, a device is read before
 * anything else is done to it.
 */
@Component
class RunEngine implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(RunEngine.class);
    private static final int AT_ONCE = 24;
    private static final Duration TURN = Duration.ofSeconds(60);
    private static final Duration PAUSE = Duration.ofMillis(500);

    private final RunJournal journal;
    private final DeviceSteps steps;
    private final RunTexts texts;
    private final Fleet fleet;
    private final DeviceReach reach;
    private final PlatformRegistry platforms;
    private final NoiseRules noise;
    private final DeviceLease leases;
    private final ConversationPermits limits;
    private final SecretMasks masks;
    /** How long somebody else may talk to a device before the run gives up on it. */
    private final Duration leaseWait;

    private final ThreadPoolTaskScheduler workers = Schedulers.interruptible("change-run", AT_ONCE);

    RunEngine(
            RunJournal journal,
            DeviceSteps steps,
            RunTexts texts,
            Fleet fleet,
            DeviceReach reach,
            PlatformRegistry platforms,
            NoiseRules noise,
            DeviceLease leases,
            ConversationPermits limits,
            SecretMasks masks,
            @Value("${chaperone.run.lease-wait:40s}") Duration leaseWait) {
        this.leaseWait = leaseWait;
        this.journal = journal;
        this.steps = steps;
        this.texts = texts;
        this.fleet = fleet;
        this.reach = reach;
        this.platforms = platforms;
        this.noise = noise;
        this.leases = leases;
        this.limits = limits;
        this.masks = masks;
    }

    /**
     * Until every device is where it stays.
     *
     * @throws LeaseLostException if somebody else may talk to a device by now: the run is taken up again from the start
     * @throws InterruptedException if the server goes down; whoever takes it up goes on from what is written down
     */
    void run(long runId) throws InterruptedException {
        Optional<Standing> begun = journal.read(runId);
        if (begun.isEmpty()) return;
        Map<Long, Lease> held = new HashMap<>();
        Pauses pauses = new Pauses();
        try {
            // Whoever worked on it before may only be slow, not gone: as long as it holds the leases nothing is
            // touched.
            takeLeases(begun.get(), held);
            journal.resume(runId);
            while (true) {
                Standing standing = journal.decide(runId);
                if (standing.isOver()) break;
                if (!takeLeases(standing, held)) continue;
                if (!round(standing, held, pauses)) Thread.sleep(PAUSE.toMillis());
            }
            journal.finish(runId);
        } finally {
            held.values().forEach(Lease::close);
        }
    }

    /**
     * All at the beginning, and none is given back before the end.
     *
     * @return false if somebody else keeps talking to a device, which is written down
     */
    private boolean takeLeases(Standing standing, Map<Long, Lease> held) throws InterruptedException {
        boolean areAllHeld = true;
        for (RunDevice line : standing.lines()) {
            if (line.state().isFinal() || held.containsKey(line.device())) continue;
            Optional<Device> device = fleet.find(line.device());
            if (device.isEmpty()) continue;
            Optional<Lease> lease = lease(addresses(line, device.get()), line.state() != DeviceState.WAITING);
            if (lease.isPresent()) {
                held.put(line.device(), lease.get());
                continue;
            }
            areAllHeld = false;
            journal.happened(standing.run().id(), line.id(), DeviceEvent.NOT_REACHED, "somebody else talks to it");
        }
        return areAllHeld;
    }

    /** The one that it has, and the one that it has before or after its commands. */
    private List<String> addresses(RunDevice line, Device device) {
        return Stream.concat(
                        Stream.of(device.host()),
                        move(device, texts.promise(line)).stream().map(move -> move.other(device.host())))
                .map(host -> host + " " + device.port())
                .toList();
    }

    private Optional<AddressMove> move(Device device, Promise promise) {
        ConfigModel model = ConfigModel.of(platforms.get(device.platform()), noise.of(device));
        return AddressMove.of(device.host(), promise, model)
                .filter(move ->
                        reach.whyNotFollowed(device, move.other(device.host())).isEmpty());
    }

    /** @param isNeeded whether the run has begun there: then there is no going on without them */
    private Optional<Lease> lease(List<String> addresses, boolean isNeeded) throws InterruptedException {
        long deadline = System.nanoTime() + leaseWait.toNanos();
        while (true) {
            Lease lease = leases.take(addresses);
            if (addresses.stream().allMatch(lease::holds)) return Optional.of(lease);
            lease.close();
            if (!isNeeded && System.nanoTime() > deadline) return Optional.empty();
            Thread.sleep(PAUSE.toMillis());
        }
    }

    /** @return whether anything came a step further */
    private boolean round(Standing standing, Map<Long, Lease> held, Pauses pauses) throws InterruptedException {
        boolean hasBegun = begin(standing, standing.in(DeviceState.WAITING));
        // Only when all have been read, so that one that has moved costs nobody anything.
        if (standing.in(DeviceState.WAITING).isEmpty()
                && standing.in(DeviceState.READING).isEmpty()) hasBegun |= begin(standing, next(standing));
        if (hasBegun) return true;
        List<Future<Boolean>> all = new ArrayList<>();
        for (RunDevice line : standing.lines()) {
            boolean hasWork =
                    !line.state().isFinal() && line.state() != DeviceState.EXACT && line.state() != DeviceState.READY;
            if (hasWork && pauses.isOver(line.device(), System.nanoTime()))
                all.add(workers.submit(() -> step(standing, line, held, pauses)));
        }
        boolean hasMoved = false;
        for (Future<Boolean> each : all) hasMoved |= result(each);
        return hasMoved;
    }

    private static List<RunDevice> next(Standing standing) {
        List<DeviceState> states =
                standing.lines().stream().map(RunDevice::state).toList();
        return standing.run().manner().next(states).stream()
                .map(standing.lines()::get)
                .toList();
    }

    private boolean begin(Standing standing, List<RunDevice> all) {
        for (RunDevice line : all) journal.happened(standing.run().id(), line.id(), DeviceEvent.BEGUN, "");
        return !all.isEmpty();
    }

    private static boolean result(Future<Boolean> step) throws InterruptedException {
        try {
            return step.get();
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException failure) throw failure;
            throw new IllegalStateException(e.getCause());
        }
    }

    private boolean step(Standing standing, RunDevice line, Map<Long, Lease> held, Pauses pauses)
            throws InterruptedException {
        boolean hasMoved = step(standing, line, Optional.ofNullable(held.get(line.device())));
        if (hasMoved) pauses.forget(line.device());
        else pauses.lengthen(line.device(), System.nanoTime());
        return hasMoved;
    }

    private boolean step(Standing standing, RunDevice line, Optional<Lease> lease) throws InterruptedException {
        Optional<Device> device = fleet.find(line.device());
        if (device.isEmpty() || lease.isEmpty()) return gone(standing, line);
        Platform platform = platforms.get(device.get().platform());
        StepConsole console = new StepConsole(platform, masks, conversation -> stopWhenLost(lease.get(), conversation));
        String site = device.get().siteName();
        Optional<Permit> permit = limits.acquire(site.isEmpty() ? device.get().host() : site, TURN);
        if (permit.isEmpty()) return false;
        long step = journal.begin(line);
        Permit place = permit.get();
        StepResult result;
        try (place) {
            result = steps.take(line.state(), context(standing, line, device.get(), platform, lease.get()), console);
        }
        if (lease.get().isLost()) throw new LeaseLostException(device.get().host());
        journal.end(standing.run().id(), line.id(), step, result, console.text());
        return result.event().isPresent();
    }

    private static void stopWhenLost(Lease lease, Conversation conversation) {
        lease.whenLost(conversation::stop);
    }

    private boolean gone(Standing standing, RunDevice line) {
        DeviceEvent event = switch (line.state()) {
            case READING -> DeviceEvent.NOT_REACHED;
            case PROBING -> DeviceEvent.LOST;
            default -> DeviceEvent.UNKNOWN;
        };
        LOG.warn(
                "Device {} of run {} is not there any more",
                line.device(),
                standing.run().id());
        journal.happened(standing.run().id(), line.id(), event, "it was removed from the fleet");
        return true;
    }

    private StepContext context(Standing standing, RunDevice line, Device device, Platform platform, Lease lease) {
        Duration guard = RunTimes.guard(
                standing.lines().stream().map(RunDevice::commands).toList());
        Promise promise = texts.promise(line);
        return new StepContext(
                standing.change().id(),
                device.id(),
                promise,
                move(device, promise),
                platform,
                ConfigModel.of(platform, noise.of(device)),
                line.decision(),
                guard,
                standing.change().savesFirst(),
                line.probedFrom(),
                line.breaks(),
                () -> {
                    if (!lease.isStillHeld()) throw new LeaseLostException(device.host());
                },
                standing.run().startedBy());
    }

    @Override
    public void destroy() {
        workers.shutdown();
    }
}

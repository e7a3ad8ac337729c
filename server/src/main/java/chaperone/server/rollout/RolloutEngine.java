package chaperone.server.rollout;

import chaperone.connect.conversation.ConversationLimits.Permit;
import chaperone.core.platform.Platform;
import chaperone.core.release.RolloutEvent;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.lease.ConversationPermits;
import chaperone.server.lease.DeviceLease;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.lease.LeaseLostException;
import chaperone.server.pair.Pairs;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.rollout.RolloutJournal.Standing;
import chaperone.server.run.StepConsole;
import chaperone.server.secret.SecretMasks;
import chaperone.server.task.Schedulers;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/**
 * Walks a rollout through its table, in rounds: who is next is decided first, then one step is taken on every device that
 * is in hand, side by side. After a break a device is looked at before anything is done to it.
 */
@Component
class RolloutEngine implements DisposableBean {
    private static final int AT_ONCE = 8;
    private static final Duration TURN = Duration.ofSeconds(60);
    private static final Duration PAUSE = Duration.ofMillis(500);

    private final RolloutJournal journal;
    private final RolloutSteps steps;
    private final Fleet fleet;
    private final Pairs pairs;
    private final PlatformRegistry platforms;
    private final DeviceLease leases;
    private final ConversationPermits limits;
    private final SecretMasks masks;
    private final ThreadPoolTaskScheduler workers = Schedulers.interruptible("rollout", AT_ONCE);

    RolloutEngine(
            RolloutJournal journal,
            RolloutSteps steps,
            Fleet fleet,
            Pairs pairs,
            PlatformRegistry platforms,
            DeviceLease leases,
            ConversationPermits limits,
            SecretMasks masks) {
        this.journal = journal;
        this.steps = steps;
        this.fleet = fleet;
        this.pairs = pairs;
        this.platforms = platforms;
        this.leases = leases;
        this.limits = limits;
        this.masks = masks;
    }

    /**
     * Until it is done, or needs somebody.
     *
     * @throws LeaseLostException if somebody else may talk to a device by now: it is taken up again from the start
     * @throws InterruptedException if the server goes down; whoever takes it up goes on from what is written down
     */
    void run(long rollout) throws InterruptedException {
        journal.resume(rollout);
        while (true) {
            Standing standing = journal.decide(rollout);
            if (!standing.goesOn()) return;
            if (!round(rollout, standing.inHand())) Thread.sleep(PAUSE.toMillis());
        }
    }

    /** @return whether anything came a step further */
    private boolean round(long rollout, List<RolloutDevice> inHand) throws InterruptedException {
        List<Future<Boolean>> all = new ArrayList<>();
        for (RolloutDevice line : inHand) all.add(workers.submit(() -> step(rollout, line)));
        boolean hasMoved = false;
        for (Future<Boolean> each : all) hasMoved |= result(each);
        return hasMoved;
    }

    private static boolean result(Future<Boolean> step) throws InterruptedException {
        try {
            return step.get();
        } catch (ExecutionException e) {
            if (e.getCause() instanceof RuntimeException failure) throw failure;
            throw new IllegalStateException(e.getCause());
        }
    }

    private boolean step(long rollout, RolloutDevice line) throws InterruptedException {
        Optional<Device> found = fleet.find(line.device());
        if (found.isEmpty()) return gone(rollout, line);
        Device device = found.get();
        String address = device.host() + " " + device.port();
        try (Lease lease = leases.take(List.of(address))) {
            if (!lease.holds(address)) return false;
            Optional<Permit> permit =
                    limits.acquire(device.siteName().isEmpty() ? device.host() : device.siteName(), TURN);
            if (permit.isEmpty()) return false;
            Permit place = permit.get();
            try (place) {
                return take(rollout, line, device, lease);
            }
        }
    }

    private boolean take(long rollout, RolloutDevice line, Device device, Lease lease) {
        Platform platform = platforms.get(device.platform());
        StepConsole console = new StepConsole(platform, masks, conversation -> lease.whenLost(conversation::stop));
        Optional<Device> partner = Optional.ofNullable(
                        pairs.partners(List.of(device)).get(device.id()))
                .flatMap(fleet::named);
        RolloutSteps.Context context = new RolloutSteps.Context(
                line,
                device,
                partner,
                stood -> journal.stood(line.id(), stood),
                (moved, rate) -> lease.isStillHeld() && journal.copied(line, moved, rate),
                () -> {
                    if (!lease.isStillHeld()) throw new LeaseLostException(device.host());
                },
                console);
        long step = journal.begin(line);
        StepOutcome outcome = steps.take(line.state(), context);
        if (lease.isLost()) throw new LeaseLostException(device.host());
        journal.end(rollout, line.id(), step, outcome, console.text());
        return outcome.event().isPresent();
    }

    private boolean gone(long rollout, RolloutDevice line) {
        RolloutEvent event = switch (line.state()) {
            case PREPARING, SWITCHING -> RolloutEvent.NOT_PREPARED;
            case VERIFYING -> RolloutEvent.DIFFERS;
            default -> RolloutEvent.GONE;
        };
        long step = journal.begin(line);
        journal.end(rollout, line.id(), step, StepOutcome.of(event, "it was removed from the fleet"), "");
        return true;
    }

    @Override
    public void destroy() {
        workers.shutdown();
    }
}

package chaperone.server.rollout;

import chaperone.core.release.RolloutEvent;
import chaperone.core.release.RolloutState;
import chaperone.core.release.RolloutTable;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.freeze.Freezes;
import chaperone.server.pair.Pairs;
import java.time.Clock;
import java.time.Instant;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is written down of a rollout. Each of these is a transaction of its own: what it returns is committed. */
@Service
class RolloutJournal {
    private final RolloutRepository rollouts;
    private final RolloutDeviceRepository lines;
    private final RolloutStepRepository steps;
    private final Freezes freezes;
    private final Fleet fleet;
    private final Pairs pairs;
    private final Events events;
    private final Clock clock;

    RolloutJournal(
            RolloutRepository rollouts,
            RolloutDeviceRepository lines,
            RolloutStepRepository steps,
            Freezes freezes,
            Fleet fleet,
            Pairs pairs,
            Events events,
            Clock clock) {
        this.rollouts = rollouts;
        this.lines = lines;
        this.steps = steps;
        this.freezes = freezes;
        this.fleet = fleet;
        this.pairs = pairs;
        this.events = events;
        this.clock = clock;
    }

    /** Those with something to do now; none if the rollout does not go on by itself. */
    record Standing(boolean goesOn, List<RolloutDevice> inHand) {}

    /** The process that had it is gone: what it left half done is to be looked at first. */
    @Transactional
    public void resume(long id) {
        for (RolloutDevice line : lines.findByRolloutIdOrderByWaveAscPosition(id)) {
            if (RolloutTable.find(line.state(), RolloutEvent.BROKEN).isPresent())
                line.happened(RolloutEvent.BROKEN, "the server was restarted", clock.instant());
        }
        events.rolloutMoved(id);
    }

    /** Whose turn it is: all are prepared before any is restarted, and then wave after wave. */
    @Transactional
    public Standing decide(long id) {
        Rollout rollout = rollouts.lock(id).orElseThrow();
        List<RolloutDevice> all = lines.findByRolloutIdOrderByWaveAscPosition(id);
        if (rollout.state() != Rollout.State.RUNNING) return new Standing(false, List.of());
        Instant now = clock.instant();
        boolean isHindered = all.stream().anyMatch(line -> line.state().needsDecision());
        boolean mayBegin = !isHindered && rollout.pausedBy().isEmpty() && !isFrozen(rollout, all);
        if (mayBegin) beginNext(all, now);
        List<RolloutDevice> inHand =
                all.stream().filter(line -> line.state().isStep()).toList();
        if (!inHand.isEmpty()) return new Standing(true, inHand);
        if (all.stream().allMatch(line -> line.state().isSettled())) rollout.ended(Rollout.State.DONE, now);
        else rollout.stopped();
        events.rolloutMoved(id);
        return new Standing(false, List.of());
    }

    /** What is in hand is finished, and nothing else begins: as if somebody had stopped it. */
    private boolean isFrozen(Rollout rollout, List<RolloutDevice> all) {
        List<Long> waiting = all.stream()
                .filter(line -> !line.state().isSettled() && !isSwitched(line))
                .map(RolloutDevice::device)
                .toList();
        if (waiting.isEmpty()) return false;
        Optional<Freezes.Holding> holding = freezes.holding(fleet.with(waiting));
        holding.ifPresent(freeze -> rollout.pause("the freeze: " + freeze.reason()));
        return holding.isPresent();
    }

    private void beginNext(List<RolloutDevice> all, Instant now) {
        for (RolloutDevice line : all) {
            if (line.state() == RolloutState.WAITING) line.happened(RolloutEvent.BEGUN, "", now);
        }
        boolean areAllReady = all.stream()
                .allMatch(line ->
                        line.state() == RolloutState.READY || line.state().isSettled() || isSwitched(line));
        if (!areAllReady) return;
        OptionalInt wave = all.stream()
                .filter(line -> !line.state().isSettled())
                .mapToInt(RolloutDevice::wave)
                .min();
        // Two may have become a pair since the waves were planned: one of them waits for the other.
        Partners partners = partners(all);
        Set<Long> away = all.stream()
                .filter(RolloutJournal::isSwitched)
                .map(RolloutDevice::device)
                .collect(Collectors.toCollection(HashSet::new));
        for (RolloutDevice line : all) {
            boolean isNext = wave.isPresent() && line.wave() == wave.getAsInt() && line.state() == RolloutState.READY;
            if (!isNext || partners.of(line).filter(away::contains).isPresent()) continue;
            line.happened(RolloutEvent.BEGUN, "", now);
            away.add(line.device());
        }
    }

    /** The other device of a pair, by the one, for those that are in one today. */
    private record Partners(Map<Long, Long> byDevice) {
        Optional<Long> of(RolloutDevice line) {
            return Optional.ofNullable(byDevice.get(line.device()));
        }
    }

    private Partners partners(List<RolloutDevice> all) {
        List<Device> devices =
                fleet.with(all.stream().map(RolloutDevice::device).toList());
        Map<String, Long> ids = devices.stream().collect(Collectors.toMap(Device::name, Device::id));
        Map<Long, Long> byDevice = new HashMap<>();
        pairs.partners(devices).forEach((device, partner) -> {
            if (ids.containsKey(partner)) byDevice.put(device, ids.get(partner));
        });
        return new Partners(byDevice);
    }

    private static boolean isSwitched(RolloutDevice line) {
        return line.state().isStep() && line.state() != RolloutState.PREPARING;
    }

    @Transactional
    public long begin(RolloutDevice line) {
        return steps.save(new RolloutStep(line.id(), line.state(), clock.instant()))
                .id();
    }

    @Transactional
    public void end(long rollout, long lineId, long stepId, StepOutcome outcome, String console) {
        if (outcome.event().isEmpty()) {
            steps.deleteById(stepId);
            return;
        }
        Instant now = clock.instant();
        RolloutDevice line = lines.findById(lineId).orElseThrow();
        steps.findById(stepId).orElseThrow().end(outcome.event().get(), outcome.fact(), console, now);
        outcome.stood().ifPresent(stood -> line.stood(stood.revision(), stood.neighbours()));
        line.happened(outcome.event().get(), outcome.fact(), now);
        events.rolloutMoved(rollout);
    }

    /**
     * How far an image has come.
     *
     * @return whether to go on copying: somebody may have asked the rollout to stop
     */
    @Transactional
    public boolean copied(RolloutDevice line, long bytes, long rate) {
        lines.copied(line.id(), bytes, rate);
        events.rolloutMoved(line.rollout());
        return rollouts.findById(line.rollout())
                .filter(rollout -> rollout.pausedBy().isEmpty())
                .isPresent();
    }

    /** What stood before a device is restarted must be known to whoever takes over from a process that dies. */
    @Transactional
    public void stood(long lineId, StepOutcome.Stood stood) {
        lines.findById(lineId).orElseThrow().stood(stood.revision(), stood.neighbours());
    }
}

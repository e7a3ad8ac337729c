package chaperone.server.run;

import chaperone.core.change.Decision;
import chaperone.core.change.DeviceEvent;
import chaperone.core.change.DeviceState;
import chaperone.core.change.RunTable;
import chaperone.server.change.Change;
import chaperone.server.change.ChangeState;
import chaperone.server.change.Changes;
import chaperone.server.event.Events;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is written down of a run. Each of these is a transaction of its own: what it returns is committed. */
@Service
class RunJournal {
    private final ChangeRunRepository runs;
    private final RunDeviceRepository lines;
    private final RunStepRepository steps;
    private final RunTexts texts;
    private final Changes changes;
    private final Events events;
    private final Clock clock;

    /** How a run stands. */
    record Standing(ChangeRun run, Change change, List<RunDevice> lines) {
        List<RunDevice> in(DeviceState state) {
            return lines.stream().filter(line -> line.state() == state).toList();
        }

        boolean isOver() {
            return lines.stream().allMatch(line -> line.state().isFinal());
        }
    }

    RunJournal(
            ChangeRunRepository runs,
            RunDeviceRepository lines,
            RunStepRepository steps,
            RunTexts texts,
            Changes changes,
            Events events,
            Clock clock) {
        this.runs = runs;
        this.lines = lines;
        this.steps = steps;
        this.texts = texts;
        this.changes = changes;
        this.events = events;
        this.clock = clock;
    }

    @Transactional(readOnly = true)
    public Optional<Standing> read(long run) {
        return runs.findById(run).map(this::standing);
    }

    private Standing standing(ChangeRun run) {
        return new Standing(run, changes.get(run.change()), lines.findByRunIdOrderByPosition(run.id()));
    }

    /** The process that had it is gone: what it left half done is to be looked at first. */
    @Transactional
    public void resume(long runId) {
        ChangeRun run = runs.lock(runId).orElseThrow();
        for (RunDevice line : lines.findByRunIdOrderByPosition(runId)) {
            boolean isBroken = RunTable.find(line.state(), DeviceEvent.BROKEN, run.decision())
                    .isPresent();
            if (isBroken)
                line.happened(DeviceEvent.BROKEN, run.decision(), "the server was restarted", clock.instant());
        }
        events.changeMoved(run.change());
    }

    /** All or none is decided here, once, before any device is told. */
    @Transactional
    public Standing decide(long runId) {
        ChangeRun run = runs.lock(runId).orElseThrow();
        List<RunDevice> all = lines.findByRunIdOrderByPosition(runId);
        List<DeviceState> states = all.stream().map(RunDevice::state).toList();
        Decision decision = run.decision().then(states, run.stoppedBy().isPresent() || isTooLate(run, all));
        run.decide(decision);
        for (RunDevice line : all) {
            if (RunTable.find(line.state(), DeviceEvent.DECIDED, decision).isPresent())
                line.happened(DeviceEvent.DECIDED, decision, "", clock.instant());
        }
        return new Standing(run, changes.get(run.change()), all);
    }

    /** A guard that would run out before everything is kept: better to go back in good order. */
    private boolean isTooLate(ChangeRun run, List<RunDevice> all) {
        if (run.decision() != Decision.OPEN) return false;
        Instant now = clock.instant();
        return all.stream()
                .flatMap(line -> line.guardUntil().stream())
                .anyMatch(until -> now.isAfter(until.minus(RunTimes.MARGIN)));
    }

    @Transactional
    public long begin(RunDevice line) {
        return steps.save(new RunStep(line.id(), line.state(), clock.instant())).id();
    }

    @Transactional
    public void end(long runId, long lineId, long stepId, StepResult result, String console) {
        ChangeRun run = runs.findById(runId).orElseThrow();
        RunDevice line = lines.findById(lineId).orElseThrow();
        Instant now = clock.instant();
        if (result.event().isEmpty()) {
            steps.deleteById(stepId);
            return;
        }
        DeviceEvent event = result.event().get();
        steps.findById(stepId).orElseThrow().end(event, result.fact(), console, now);
        result.stands().ifPresent(text -> line.keeps(texts.seal(runId, line.device(), text)));
        if (result.guardUntil().isPresent()) line.guarded(result.guardUntil());
        line.happened(event, run.decision(), result.fact(), now);
        events.changeMoved(run.change());
    }

    /** Something happened to a device without talking to it. */
    @Transactional
    public void happened(long runId, long lineId, DeviceEvent event, String fact) {
        ChangeRun run = runs.findById(runId).orElseThrow();
        lines.findById(lineId).orElseThrow().happened(event, run.decision(), fact, clock.instant());
        events.changeMoved(run.change());
    }

    @Transactional
    public void finish(long runId) {
        ChangeRun run = runs.lock(runId).orElseThrow();
        if (run.endedAt().isPresent()) return;
        run.end(clock.instant());
        List<DeviceState> states = lines.findByRunIdOrderByPosition(runId).stream()
                .map(RunDevice::state)
                .toList();
        changes.end(changes.get(run.change()), outcome(states));
    }

    /** What was given back may be run again: it is still approved. */
    private static ChangeState outcome(List<DeviceState> states) {
        if (states.contains(DeviceState.STUCK)) return ChangeState.STUCK;
        boolean isKept = !states.isEmpty() && states.stream().allMatch(DeviceState.KEPT::equals);
        return isKept ? ChangeState.KEPT : ChangeState.APPROVED;
    }
}

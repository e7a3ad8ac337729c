package chaperone.server.run;

import chaperone.core.change.Decision;
import chaperone.core.change.DeviceEvent;
import chaperone.core.change.DeviceState;
import chaperone.core.change.RunManner;
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
            if (line.mayHappen(DeviceEvent.BROKEN))
                line.happened(DeviceEvent.BROKEN, "the server was restarted", clock.instant());
        }
        events.changeMoved(run.change());
    }

    /** What becomes of each device is decided here, once, before any of them is told. */
    @Transactional
    public Standing decide(long runId) {
        ChangeRun run = runs.lock(runId).orElseThrow();
        List<RunDevice> all = lines.findByRunIdOrderByPosition(runId);
        Instant now = clock.instant();
        List<RunManner.Line> known = all.stream()
                .map(line -> new RunManner.Line(line.decision(), line.state(), isTooLate(line, now)))
                .toList();
        List<Decision> decisions = run.manner().decide(known, run.stoppedBy().isPresent());
        for (int i = 0; i < all.size(); i++) {
            RunDevice line = all.get(i);
            line.decide(decisions.get(i));
            if (line.mayHappen(DeviceEvent.DECIDED)) line.happened(DeviceEvent.DECIDED, "", now);
        }
        if (decisions.stream().distinct().count() == 1) run.decide(decisions.get(0));
        return new Standing(run, changes.get(run.change()), all);
    }

    /** A guard that would run out before everything is kept: better to go back in good order. */
    private static boolean isTooLate(RunDevice line, Instant now) {
        return line.decision() == Decision.OPEN
                && line.guardUntil()
                        .filter(until -> now.isAfter(until.minus(RunTimes.MARGIN)))
                        .isPresent();
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
        line.happened(event, result.fact(), now);
        events.changeMoved(run.change());
    }

    /** Something happened to a device without talking to it. */
    @Transactional
    public void happened(long runId, long lineId, DeviceEvent event, String fact) {
        ChangeRun run = runs.findById(runId).orElseThrow();
        lines.findById(lineId).orElseThrow().happened(event, fact, clock.instant());
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
        changes.end(changes.get(run.change()), outcome(states, run.manner()));
    }

    /** What was given back may be run again: it is still approved. Device by device it stands where it was kept. */
    private static ChangeState outcome(List<DeviceState> states, RunManner manner) {
        if (states.contains(DeviceState.STUCK)) return ChangeState.STUCK;
        boolean isKept = manner.isAllOrNone()
                ? !states.isEmpty() && states.stream().allMatch(DeviceState.KEPT::equals)
                : states.contains(DeviceState.KEPT);
        return isKept ? ChangeState.KEPT : ChangeState.APPROVED;
    }
}

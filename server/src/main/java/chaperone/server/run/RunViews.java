package chaperone.server.run;

import chaperone.core.change.Decision;
import chaperone.core.change.DeviceEvent;
import chaperone.core.change.DeviceState;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/** Runs as pages and programs get them. */
@Component
public class RunViews {
    private final ChangeRunRepository runs;
    private final RunDeviceRepository lines;
    private final RunStepRepository steps;
    private final Fleet fleet;

    public record RunStepView(
            DeviceState state,
            Instant begunAt,
            Optional<Instant> endedAt,
            Optional<DeviceEvent> event,
            String fact,
            String console) {}

    /** @param guardUntil when the device undoes it by itself, unless its guard is taken off before */
    public record RunDeviceView(
            String device,
            DeviceState state,
            Decision decision,
            String fact,
            int commands,
            Optional<Instant> guardUntil,
            List<RunStepView> steps) {}

    public record ChangeRunView(
            long change,
            int number,
            Decision decision,
            boolean allOrNone,
            String startedBy,
            Instant startedAt,
            Optional<String> stoppedBy,
            Optional<Instant> endedAt,
            List<RunDeviceView> devices) {}

    RunViews(ChangeRunRepository runs, RunDeviceRepository lines, RunStepRepository steps, Fleet fleet) {
        this.runs = runs;
        this.lines = lines;
        this.steps = steps;
        this.fleet = fleet;
    }

    /** The newest run of a change, by its number; nothing as long as there was none. */
    public Optional<ChangeRunView> newest(long change) {
        return runs.findFirstByChangeIdOrderByNumberDesc(change).map(this::view);
    }

    ChangeRunView view(ChangeRun run) {
        Map<Long, List<RunStep>> byLine = steps.ofRun(run.id()).stream().collect(Collectors.groupingBy(RunStep::line));
        return new ChangeRunView(
                run.change(),
                run.number(),
                run.decision(),
                run.manner().isAllOrNone(),
                run.startedBy(),
                run.startedAt(),
                run.stoppedBy(),
                run.endedAt(),
                lines.findByRunIdOrderByPosition(run.id()).stream()
                        .map(line -> view(line, byLine.getOrDefault(line.id(), List.of())))
                        .toList());
    }

    private RunDeviceView view(RunDevice line, List<RunStep> taken) {
        return new RunDeviceView(
                fleet.find(line.device()).map(Device::name).orElse("(removed)"),
                line.state(),
                line.decision(),
                line.fact(),
                line.commands(),
                line.guardUntil(),
                taken.stream()
                        .map(step -> new RunStepView(
                                step.state(),
                                step.begunAt(),
                                step.endedAt(),
                                step.event(),
                                step.fact(),
                                step.console()))
                        .toList());
    }
}

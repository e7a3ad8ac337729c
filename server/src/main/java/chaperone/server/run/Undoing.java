package chaperone.server.run;

import chaperone.core.change.DeviceState;
import chaperone.server.change.Change;
import chaperone.server.change.ChangeState;
import chaperone.server.change.Changes;
import chaperone.server.change.Changes.Brought;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/**
 * Takes back what changes brought: one of them, or everything since a point. What comes of it is a change like any other,
 * with an edit for each change and device, the newest first; what was altered by others since is named in its preview.
 */
@Component
class Undoing {
    private final Changes changes;
    private final ChangeRunRepository runs;
    private final RunDeviceRepository lines;
    private final RunTexts texts;
    private final Fleet fleet;

    /** Which of the changes that were kept later go back, too. */
    enum Later {
        NONE,
        /** On the devices of the change, and there only. */
        SAME_DEVICES,
        /** On all devices. */
        ALL
    }

    /** A change that was kept later. */
    record LaterChange(long number, String title, Instant endedAt, List<String> devices, List<String> shared) {}

    Undoing(Changes changes, ChangeRunRepository runs, RunDeviceRepository lines, RunTexts texts, Fleet fleet) {
        this.changes = changes;
        this.runs = runs;
        this.lines = lines;
        this.texts = texts;
        this.fleet = fleet;
    }

    /** The newest first. */
    List<LaterChange> later(Change change) {
        Set<String> own = names(kept(change));
        return since(change).stream()
                .map(each -> {
                    List<String> devices = names(kept(each)).stream().sorted().toList();
                    List<String> shared = devices.stream().filter(own::contains).toList();
                    return new LaterChange(
                            each.id(), each.title(), each.endedAt().orElseThrow(), devices, shared);
                })
                .toList();
    }

    /** @throws ProblemException if it stands on no device */
    Change undo(Change change, Later later, String by) {
        List<RunDevice> own = kept(change);
        if (own.isEmpty())
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "nothing-kept",
                    "C-" + change.id() + " stands on no device.",
                    "There is nothing to undo.");
        Set<Long> devices = own.stream().map(RunDevice::device).collect(Collectors.toSet());
        List<Brought> all = new ArrayList<>();
        if (later != Later.NONE)
            for (Change each : since(change))
                kept(each).stream()
                        .filter(line -> later == Later.ALL || devices.contains(line.device()))
                        .forEach(line -> all.addAll(brought(each, line)));
        own.forEach(line -> all.addAll(brought(change, line)));
        return changes.undo(change, later == Later.NONE ? "Undo C-" : "Back to before C-", all, by);
    }

    /** The edits for the devices on which it does not stand, as a new change. */
    Change rest(Change change, String by) {
        Set<Long> missing = runs.findFirstByChangeIdOrderByNumberDesc(change.id()).stream()
                .flatMap(run -> lines.findByRunIdOrderByPosition(run.id()).stream())
                .filter(line -> line.state() != DeviceState.KEPT)
                .map(RunDevice::device)
                .collect(Collectors.toSet());
        if (change.state() != ChangeState.KEPT || missing.isEmpty())
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "nothing-left",
                    "C-" + change.id() + " left out no device.",
                    "There is nothing to go on with.");
        return changes.again(change, missing, by);
    }

    private List<Change> since(Change change) {
        return change.endedAt().map(changes::standingSince).orElse(List.of()).stream()
                .filter(each -> each.id() != change.id() && !kept(each).isEmpty())
                .toList();
    }

    private List<RunDevice> kept(Change change) {
        return runs.findFirstByChangeIdOrderByNumberDesc(change.id()).stream()
                .flatMap(run -> lines.findByRunIdOrderByPosition(run.id()).stream())
                .filter(line -> line.state() == DeviceState.KEPT)
                .toList();
    }

    private Set<String> names(List<RunDevice> some) {
        return fleet.with(some.stream().map(RunDevice::device).toList()).stream()
                .map(Device::name)
                .collect(Collectors.toSet());
    }

    /** Nothing of a device that was removed meanwhile. */
    private List<Brought> brought(Change change, RunDevice line) {
        return fleet.find(line.device()).stream()
                .map(device ->
                        new Brought(change.id(), device, texts.promise(line).base(), texts.kept(line)))
                .toList();
    }
}

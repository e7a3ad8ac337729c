package chaperone.server.demo;

import chaperone.server.change.Change;
import chaperone.server.change.Changes;
import chaperone.server.drift.Agreements;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.run.RunService;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What the demo's people agreed on, what they changed, and what they are about to. */
@Component
@Profile("demo")
class DemoChanges {
    private static final String ENGINEER = "r.anand";
    private static final String APPROVER = "t.lindgren";
    /** Somebody altered these since they were agreed on. */
    private static final List<String> DRIFTING = List.of("harr-core-2", "cairn-rtr-1", "mv-heron-sw-1");

    private static final List<String> CHANGED = List.of("fenn-rtr-1", "gull-rtr-1");

    private final Fleet fleet;
    private final History history;
    private final Agreements agreements;
    private final Changes changes;
    private final RunService runs;

    DemoChanges(Fleet fleet, History history, Agreements agreements, Changes changes, RunService runs) {
        this.fleet = fleet;
        this.history = history;
        this.agreements = agreements;
        this.changes = changes;
        this.runs = runs;
    }

    @Transactional
    void agree() {
        for (String name : DRIFTING) {
            Device device = fleet.get(name);
            int before = history.newest(device, ConfigKind.RUNNING).revision().number() - 1;
            agreements.adopt(device, before, Set.of(), ENGINEER, "as it was handed over");
        }
    }

    /** One that runs now, and is kept a moment later. */
    @Transactional
    void change() {
        Change change = changes.start("Clock for the outer routers", ENGINEER, Optional.empty());
        for (String name : CHANGED)
            changes.addLines(change, fleet.get(name), List.of("put system clock-from 203.0.113.250"), ENGINEER);
        changes.propose(change, ENGINEER);
        changes.approveAsProposed(change, APPROVER);
        runs.begin(change.id(), ENGINEER);
    }

    @Transactional
    void draft() {
        Change draft = changes.start("Ice house moves to the quay", ENGINEER, Optional.empty());
        changes.addLines(
                draft,
                fleet.get("brkw-acc-3"),
                List.of("vlan 377 \"ice house\"", "port 1/0/18", "text \"ice house\"", "member vlan 377", "open", "up"),
                ENGINEER);
        changes.addLines(draft, fleet.get("brkw-rtr-1"), List.of("put ports lan-3 text \"ice house\""), ENGINEER);
    }
}

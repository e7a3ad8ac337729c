package chaperone.server.change;

import chaperone.server.fleet.Device;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Component;

/** The other changes that are open, as far as they are for the same devices: two of them may alter the same statements. */
@Component
class OpenChanges {
    private static final List<ChangeState> OPEN =
            List.of(ChangeState.DRAFT, ChangeState.PROPOSED, ChangeState.APPROVED, ChangeState.RUNNING);
    /** Each is planned anew. */
    private static final int MOST = 5;

    private static final int MOST_LOOKED_AT = 200;

    private final ChangeRepository changes;
    private final ChangeEditRepository edits;
    private final ChangePlans plans;

    OpenChanges(ChangeRepository changes, ChangeEditRepository edits, ChangePlans plans) {
        this.changes = changes;
        this.edits = edits;
        this.plans = plans;
    }

    /** The newest few of them. */
    Overlaps of(Change change, List<DevicePlan> own) {
        Set<Long> devices = own.stream().map(DevicePlan::device).map(Device::id).collect(Collectors.toSet());
        if (devices.isEmpty()) return new Overlaps(Map.of());
        List<Change> open = changes.findByStateInOrderByIdDesc(OPEN, Limit.of(MOST_LOOKED_AT));
        Set<Long> touching = edits
                .findByChangeIdIn(open.stream().map(Change::id).toList())
                .stream()
                .filter(edit -> devices.contains(edit.device()))
                .map(ChangeEdit::change)
                .collect(Collectors.toSet());
        Map<Long, List<Overlaps.Other>> byDevice = new HashMap<>();
        open.stream()
                .filter(other -> other.id() != change.id() && touching.contains(other.id()))
                .limit(MOST)
                .forEach(other -> plans.possible(other, devices)
                        .forEach(plan -> byDevice.computeIfAbsent(plan.device().id(), key -> new ArrayList<>())
                                .add(new Overlaps.Other(other.id(), Overlaps.paths(plan)))));
        return new Overlaps(byDevice);
    }
}

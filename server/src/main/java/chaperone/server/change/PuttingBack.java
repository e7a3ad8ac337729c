package chaperone.server.change;

import chaperone.server.fleet.Device;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Changes that lead one device back to what is agreed for it. */
@Component
public class PuttingBack {
    private final Changes changes;
    private final EditSources sources;

    PuttingBack(Changes changes, EditSources sources) {
        this.changes = changes;
        this.sources = sources;
    }

    /** Lines that the device has not saved are saved first: its guard must not lose them half way. */
    @Transactional(propagation = Propagation.MANDATORY)
    public Change of(Device device, String title, String by) {
        Change change = changes.start(title, by, Optional.empty());
        change.describe(title, "");
        change.saveFirst(true);
        changes.add(change, device, EditKind.PUT_BACK, sources.putBack(device, Set.of()), "", by);
        return change;
    }
}

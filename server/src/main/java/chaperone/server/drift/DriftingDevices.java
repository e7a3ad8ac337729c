package chaperone.server.drift;

import chaperone.server.fleet.Device;
import java.time.Instant;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Which devices run something else than what is agreed, for whoever does something about it. */
@Component
public class DriftingDevices {
    private final DriftRepository drifts;

    DriftingDevices(DriftRepository drifts) {
        this.drifts = drifts;
    }

    @Transactional(readOnly = true)
    public Set<Long> ids() {
        return drifts.findAll().stream().map(Drift::device).collect(Collectors.toSet());
    }

    /** When what it runs and what is agreed came apart. */
    @Transactional(readOnly = true)
    public Instant since(Device device) {
        return drifts.findById(device.id()).map(Drift::since).orElse(Instant.EPOCH);
    }
}

package chaperone.server.drift;

import java.time.Instant;
import java.util.Map;
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

    /** When what a device runs and what is agreed came apart, by the device's number. */
    @Transactional(readOnly = true)
    public Map<Long, Instant> since() {
        return drifts.findAll().stream().collect(Collectors.toMap(Drift::device, Drift::since));
    }
}

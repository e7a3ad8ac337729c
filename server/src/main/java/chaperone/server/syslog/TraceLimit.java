package chaperone.server.syslog;

import chaperone.server.origin.DeviceTrace;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;

/** How much a device may say of people: what it says beyond that in a minute, or whoever forges it, is not kept. */
final class TraceLimit {
    static final int MOST = 120;
    private static final Duration TIME = Duration.ofMinutes(1);

    private final Map<Long, Integer> kept = new HashMap<>();
    private Instant since = Instant.EPOCH;

    /** Whether there is room for it, which it takes. */
    boolean takes(DeviceTrace trace) {
        if (!trace.at().isBefore(since.plus(TIME))) {
            kept.clear();
            since = trace.at();
        }
        return kept.merge(trace.device(), 1, Integer::sum) <= MOST;
    }
}

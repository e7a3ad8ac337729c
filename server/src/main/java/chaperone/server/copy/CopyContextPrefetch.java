package chaperone.server.copy;

import chaperone.server.copy.CopyContext.Sheet;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;

/** What is known of the devices of a task, read once for all of them, and anew if one of them took its time. */
final class CopyContextPrefetch {
    private static final Duration FRESH = Duration.ofSeconds(5);

    private final CopyContext contexts;
    private final Clock clock;
    private final Map<Long, Supplier<Sheet>> byDevice;
    private final Instant readAt;

    CopyContextPrefetch(CopyContext contexts, List<Long> devices, Clock clock) {
        this.contexts = contexts;
        this.clock = clock;
        this.readAt = clock.instant();
        this.byDevice = contexts.of(devices);
    }

    /** Nothing if the device was removed. */
    Optional<Sheet> of(long device) {
        boolean isFresh = clock.instant().isBefore(readAt.plus(FRESH));
        return isFresh ? Optional.ofNullable(byDevice.get(device)).map(Supplier::get) : contexts.of(device);
    }
}

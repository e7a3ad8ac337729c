package chaperone.server.history;

import java.time.Duration;
import java.time.Instant;

/**
 * From when to when.
 *
 * @param since exclusive; {@code until} inclusive
 */
record HistorySpan(Instant since, Instant until) {
    private static final Duration[] STEPS = {
        Duration.ofMinutes(10), Duration.ofHours(1), Duration.ofHours(6), Duration.ofDays(1), Duration.ofDays(7)
    };
    private static final int MOST_BARS = 96;

    /** How much time a bar of its chart stands for: the finest step that leaves room for all of them. */
    Duration step() {
        Duration all = Duration.between(since, until);
        for (Duration step : STEPS) if (all.dividedBy(step) < MOST_BARS) return step;
        return Duration.ofDays(30L * (1 + all.toDays() / (30L * MOST_BARS)));
    }
}

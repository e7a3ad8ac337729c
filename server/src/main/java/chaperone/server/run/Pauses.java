package chaperone.server.run;

import java.time.Duration;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/**
 * How long a device that cannot be talked to is left alone before the next attempt: twice as long each time, since one that
 * refuses a password counts the attempts, and one that starts anew needs its time.
 */
final class Pauses {
    static final Duration FIRST = Duration.ofMillis(500);
    static final Duration LONGEST = Duration.ofSeconds(30);

    private final Map<Long, Pause> pauses = new ConcurrentHashMap<>();

    private record Pause(Duration length, long until) {
        boolean isOver(long now) {
            return now - until >= 0;
        }
    }

    /** @param now of a clock that only goes forward, in nanoseconds */
    boolean isOver(long device, long now) {
        Pause pause = pauses.get(device);
        return pause == null || pause.isOver(now);
    }

    /** An attempt led nowhere. */
    void lengthen(long device, long now) {
        pauses.compute(device, (key, before) -> {
            Duration length = before == null ? FIRST : before.length().multipliedBy(2);
            Duration bounded = length.compareTo(LONGEST) > 0 ? LONGEST : length;
            return new Pause(bounded, now + bounded.toNanos());
        });
    }

    /** Something came of it. */
    void forget(long device) {
        pauses.remove(device);
    }
}

package chaperone.server.account;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.LinkedHashMap;
import java.util.Locale;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Slows guessing down: after five wrong passwords within a minute an account's name has to wait. */
@Component
class LogInThrottle {
    static final int MOST_FAILURES = 5;
    static final Duration WINDOW = Duration.ofMinutes(1);
    private static final int MOST_NAMES = 10_000;

    private final Clock clock;

    /** Made-up names must not fill the memory: the one that was used longest ago goes. */
    private final Map<String, Deque<Instant>> failures = new LinkedHashMap<>(16, 0.75f, true) {
        @Override
        protected boolean removeEldestEntry(Map.Entry<String, Deque<Instant>> eldest) {
            return size() > MOST_NAMES;
        }
    };

    LogInThrottle(Clock clock) {
        this.clock = clock;
    }

    synchronized boolean mustWait(String name) {
        Deque<Instant> recent = failures.get(key(name));
        if (recent == null) return false;
        Instant since = clock.instant().minus(WINDOW);
        while (!recent.isEmpty() && recent.peekFirst().isBefore(since)) recent.removeFirst();
        return recent.size() >= MOST_FAILURES;
    }

    synchronized void failed(String name) {
        failures.computeIfAbsent(key(name), unused -> new ArrayDeque<>()).addLast(clock.instant());
    }

    synchronized void succeeded(String name) {
        failures.remove(key(name));
    }

    private static String key(String name) {
        return name.toLowerCase(Locale.ROOT);
    }
}

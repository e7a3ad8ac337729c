package chaperone.connect.conversation;

import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.TimeUnit;

/**
 * How many conversations may be open at once, in all and at one site. Waiting for the site comes first, so that a slow
 * site does not hold places that others could use.
 */
public final class ConversationLimits {
    private final Semaphore overall;
    private final int perSite;
    private final Map<String, Semaphore> sites = new ConcurrentHashMap<>();

    /** The right to hold one conversation; closing it gives the place back. */
    public interface Permit extends AutoCloseable {
        @Override
        void close();
    }

    public ConversationLimits(int overall, int perSite) {
        this.overall = new Semaphore(overall, true);
        this.perSite = perSite;
    }

    /** Nothing if no place became free within {@code patience}. */
    public Optional<Permit> acquire(String site, Duration patience) throws InterruptedException {
        Semaphore places = sites.computeIfAbsent(site, name -> new Semaphore(perSite, true));
        long end = System.nanoTime() + patience.toNanos();
        if (!places.tryAcquire(patience.toNanos(), TimeUnit.NANOSECONDS)) return Optional.empty();
        if (!overall.tryAcquire(Math.max(0, end - System.nanoTime()), TimeUnit.NANOSECONDS)) {
            places.release();
            return Optional.empty();
        }
        return Optional.of(() -> {
            overall.release();
            places.release();
        });
    }
}

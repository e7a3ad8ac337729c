package chaperone.server.lease;

import chaperone.connect.conversation.ConversationLimits;
import chaperone.connect.conversation.ConversationLimits.Permit;
import chaperone.server.Settings;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.IntStream;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * How many conversations may be open at once, in all and at one site, over all server processes. Within the process they
 * wait for each other; a place that is free here is then taken in the database, where every process counts.
 */
@Component
public class ConversationPermits {
    private static final Duration ASK_AGAIN = Duration.ofMillis(100);

    private final ConversationLimits here;
    private final AdvisoryLocks everywhere;
    private final int overall;
    private final int perSite;

    @Autowired
    ConversationPermits(ConversationLimits here, LockConnections connections, Settings settings) {
        this(
                here,
                connections.locks(),
                settings.limits().overall(),
                settings.limits().perSite());
    }

    ConversationPermits(ConversationLimits here, AdvisoryLocks everywhere, int overall, int perSite) {
        this.here = here;
        this.everywhere = everywhere;
        this.overall = overall;
        this.perSite = perSite;
    }

    /** Nothing if no place became free within {@code patience}. */
    public Optional<Permit> acquire(String site, Duration patience) throws InterruptedException {
        long deadline = System.nanoTime() + patience.toNanos();
        Optional<Permit> permit = here.acquire(site, patience);
        if (permit.isEmpty()) return permit;
        try {
            Optional<AdvisoryLocks.Held> places = places(site, deadline);
            if (places.isPresent()) {
                AdvisoryLocks.Held held = places.get();
                Permit local = permit.get();
                return Optional.of(() -> {
                    held.close();
                    local.close();
                });
            }
        } catch (RuntimeException | InterruptedException e) {
            permit.get().close();
            throw e;
        }
        permit.get().close();
        return Optional.empty();
    }

    private Optional<AdvisoryLocks.Held> places(String site, long deadline) throws InterruptedException {
        List<List<String>> choices =
                List.of(numbered("place at " + site + " ", perSite), numbered("place in all ", overall));
        while (true) {
            Optional<AdvisoryLocks.Held> places = everywhere.takeOneOfEach(choices);
            if (places.isPresent() || System.nanoTime() >= deadline) return places;
            LockSupport.parkNanos(TimeUnit.MILLISECONDS.toNanos(ASK_AGAIN.toMillis()));
            if (Thread.interrupted()) throw new InterruptedException();
        }
    }

    private static List<String> numbered(String place, int count) {
        return IntStream.range(0, count).mapToObj(i -> place + i).toList();
    }
}

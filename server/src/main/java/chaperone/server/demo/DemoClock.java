package chaperone.server.demo;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.util.Optional;
import org.springframework.context.annotation.Primary;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/**
 * The server's clock, which can be moved into the past for one thread: what that thread does then goes the same way as it
 * always goes, and is kept as of that moment.
 */
@Component
@Primary
@Profile("demo")
final class DemoClock extends Clock {
    private final Clock now = Clock.systemUTC();
    private final ThreadLocal<Optional<Instant>> moved = ThreadLocal.withInitial(Optional::empty);

    void at(Instant moment, Runnable work) {
        moved.set(Optional.of(moment));
        try {
            work.run();
        } finally {
            moved.remove();
        }
    }

    @Override
    public Instant instant() {
        return moved.get().orElseGet(now::instant);
    }

    @Override
    public ZoneId getZone() {
        return now.getZone();
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return now.withZone(zone);
    }
}

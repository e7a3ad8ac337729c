package chaperone.standins.demo;

import java.time.Clock;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;

/** A clock that stands until it is moved. */
final class MovableClock extends Clock {
    private Instant now;

    MovableClock(Instant now) {
        this.now = now;
    }

    void moveTo(Instant next) {
        now = next;
    }

    @Override
    public Instant instant() {
        return now;
    }

    @Override
    public ZoneId getZone() {
        return ZoneOffset.UTC;
    }

    @Override
    public Clock withZone(ZoneId zone) {
        return this;
    }
}

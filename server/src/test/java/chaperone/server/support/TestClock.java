package chaperone.server.support;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;

/** A clock that stands until a test moves it. */
public final class TestClock extends Clock {
    private volatile Instant now;

    public TestClock(Instant now) {
        this.now = now;
    }

    public void moveTo(Instant next) {
        now = next;
    }

    public void advance(Duration time) {
        now = now.plus(time);
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

package chaperone.server.account;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;
import java.time.ZoneOffset;
import org.junit.jupiter.api.Test;

class LogInThrottleTest {
    private static final class HandClock extends Clock {
        private Instant now = Instant.parse("2026-11-23T02:00:00Z");

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

    private final HandClock clock = new HandClock();
    private final LogInThrottle throttle = new LogInThrottle(clock);

    @Test
    void makesANameWaitUntilTheWindowHasPassed() {
        fail("anand", LogInThrottle.MOST_FAILURES);
        assertThat(throttle.mustWait("Anand")).isTrue();
        assertThat(throttle.mustWait("lindgren")).as("others are not touched").isFalse();
        clock.now = clock.now.plus(LogInThrottle.WINDOW).plus(Duration.ofSeconds(1));
        assertThat(throttle.mustWait("anand")).isFalse();
    }

    @Test
    void forgetsFailuresAfterASuccess() {
        fail("anand", LogInThrottle.MOST_FAILURES - 1);
        throttle.succeeded("anand");
        fail("anand", 1);
        assertThat(throttle.mustWait("anand")).isFalse();
    }

    @Test
    void doesNotCountFailuresFarApart() {
        for (int i = 0; i < 20; i++) {
            fail("anand", 1);
            clock.now = clock.now.plus(Duration.ofSeconds(20));
        }
        assertThat(throttle.mustWait("anand")).isFalse();
    }

    private void fail(String name, int times) {
        for (int i = 0; i < times; i++) throttle.failed(name);
    }
}

package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import org.junit.jupiter.api.Test;

class PausesTest {
    private static final long DEVICE = 7;

    private final Pauses pauses = new Pauses();

    @Test
    void eachAttemptThatLeadsNowhereIsFollowedByALongerPause() {
        long now = 0;
        int attempts = 0;
        // As long as a device is waited for: eight minutes.
        while (now < Duration.ofMinutes(8).toNanos()) {
            if (pauses.isOver(DEVICE, now)) {
                attempts++;
                pauses.lengthen(DEVICE, now);
            }
            now += Duration.ofMillis(100).toNanos();
        }
        assertThat(attempts).isBetween(15, 25);
        assertThat(pauses.isOver(8, 0)).as("another device").isTrue();
    }

    @Test
    void whatCameOfSomethingForgetsIt() {
        for (int i = 0; i < 20; i++) pauses.lengthen(DEVICE, 0);
        assertThat(pauses.isOver(DEVICE, Pauses.LONGEST.toNanos() - 1)).isFalse();
        assertThat(pauses.isOver(DEVICE, Pauses.LONGEST.toNanos())).isTrue();
        pauses.forget(DEVICE);
        assertThat(pauses.isOver(DEVICE, 0)).isTrue();
        pauses.lengthen(DEVICE, 0);
        assertThat(pauses.isOver(DEVICE, Pauses.FIRST.toNanos())).isTrue();
    }

    /** The clock of the machine may begin anywhere, and pass its largest number. */
    @Test
    void theClockMayTurnOver() {
        long now = Long.MAX_VALUE - 10;
        pauses.lengthen(DEVICE, now);
        assertThat(pauses.isOver(DEVICE, now + 5)).isFalse();
        assertThat(pauses.isOver(DEVICE, now + Pauses.FIRST.toNanos())).isTrue();
    }
}

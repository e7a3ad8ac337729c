package chaperone.server.syslog;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.origin.Trace;
import chaperone.core.origin.Visitor;
import chaperone.server.origin.DeviceTrace;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class TraceLimitTest {
    private static final Instant NOON = Instant.parse("2026-11-30T12:00:00Z");

    private final TraceLimit limit = new TraceLimit();

    @Test
    void oneDeviceThatSaysTooMuchTakesNoRoomFromOthers() {
        for (int i = 0; i < TraceLimit.MOST; i++)
            assertThat(limit.takes(of(1, i % 60))).isTrue();
        assertThat(limit.takes(of(1, 59))).isFalse();
        assertThat(limit.takes(of(2, 59))).isTrue();
    }

    @Test
    void theNextMinuteHasRoomAgain() {
        for (int i = 0; i <= TraceLimit.MOST; i++) limit.takes(of(1, 0));
        assertThat(limit.takes(of(1, 59))).isFalse();
        assertThat(limit.takes(of(1, 60))).isTrue();
    }

    private static DeviceTrace of(long device, int second) {
        return new DeviceTrace(device, Trace.Kind.LOG_IN, Visitor.UNKNOWN, NOON.plusSeconds(second));
    }
}

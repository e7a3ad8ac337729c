package chaperone.server.kill;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.KillableServer;
import java.time.Duration;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/**
 * A change and a rollout are running when the server is killed: by turns after some of the one's steps and of the other's.
 * After its restart both go on from what was recorded, and what is recorded then is what the stand-ins run.
 */
// As long as a hundred take; each of its waits has an end of its own.
// The longest begins first, so that nothing waits for it alone in the end.
@Order(1)
@Timeout(value = 3, unit = TimeUnit.HOURS)
class KilledTest {
    private static final int DEVICE_PORT = DevicePorts.next();
    /** More of them in the thorough run, a hundred in {@code ./chaperone bench kills}. */
    private static final int KILLS = Integer.getInteger("kills", 2);

    @Test
    void whatWasBegunEndsWhereverTheServerIsKilled() throws Exception {
        Random random = new Random(2026);
        try (KillableServer server = new KillableServer(DEVICE_PORT, Duration.ofMillis(200))) {
            KilledChange change = new KilledChange(server);
            KilledRollout rollout = new KilledRollout(server);
            server.bringIn(Stream.concat(KilledChange.devices().stream(), KilledRollout.devices().stream())
                    .toList());
            rollout.pair();
            for (int i = 1; i <= KILLS; i++) {
                rollout.begin("92." + i + ".0");
                change.begin();
                int steps = random.nextInt(18);
                if (i % 2 == 0) rollout.awaitSteps(steps);
                else change.awaitSteps(steps);
                server.kill();
                change.checkEnd();
                rollout.checkEnd();
            }
        }
    }
}

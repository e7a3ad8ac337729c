package chaperone.server.run;

import java.time.Duration;
import java.util.List;

/** How long a run may take, and with it how long its guards last. */
final class RunTimes {
    /** What is decided so shortly before a guard runs out may come too late for it. */
    static final Duration MARGIN = Duration.ofSeconds(20);

    private static final Duration LEAST = Duration.ofMinutes(5);
    private static final Duration A_DEVICE = Duration.ofSeconds(6);
    private static final Duration A_COMMAND = Duration.ofMillis(200);
    private static final int TIMES = 3;

    private RunTimes() {}

    /** Three times what it should take, so that nobody who is careful is overtaken by it. */
    static Duration guard(List<Integer> commands) {
        Duration expected = A_DEVICE.multipliedBy(commands.size())
                .plus(A_COMMAND.multipliedBy(
                        commands.stream().mapToInt(Integer::intValue).sum()));
        Duration guard = expected.multipliedBy(TIMES);
        return guard.compareTo(LEAST) < 0 ? LEAST : guard;
    }
}

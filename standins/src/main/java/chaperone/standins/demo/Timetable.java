package chaperone.standins.demo;

import java.time.Duration;
import java.time.Instant;

/**
 * When ships are in berth. At the start of the demo all of them are; from then on each sails and returns, one after the
 * other, so that at most moments some are away. The first leaves after ten minutes.
 */
record Timetable(Instant start) {
    private static final Duration FIRST_SAILING = Duration.ofMinutes(10);
    private static final Duration BETWEEN_SAILINGS = Duration.ofMinutes(4);
    private static final Duration AT_SEA = Duration.ofMinutes(14);
    private static final Duration ROUND = Duration.ofMinutes(36);

    boolean isAtSea(Place ship, Instant now) {
        Duration since = Duration.between(start, now).minus(FIRST_SAILING);
        long intoRound =
                since.minus(BETWEEN_SAILINGS.multipliedBy(ship.index())).toMillis();
        return intoRound >= 0 && intoRound % ROUND.toMillis() < AT_SEA.toMillis();
    }
}

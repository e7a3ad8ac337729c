package chaperone.core.routine;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.Optional;

/**
 * Due some time after another rule is: after a window closes, with a margin for those who are late.
 *
 * @param last the last date, by the clock on the wall, on which it is due
 */
record WindowRule(CalendarRule closes, Duration margin, Optional<LocalDate> last) implements CalendarRule {
    @Override
    public Optional<Instant> next(Instant after, ZoneId zone) {
        if (after.isAfter(LAST)) return Optional.empty();
        return closes.next(after.minus(margin), zone)
                .map(closed -> closed.plus(margin))
                .filter(due -> last.filter(day -> due.atZone(zone).toLocalDate().isAfter(day))
                        .isEmpty());
    }
}

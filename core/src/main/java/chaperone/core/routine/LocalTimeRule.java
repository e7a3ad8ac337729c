package chaperone.core.routine;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.zone.ZoneOffsetTransition;
import java.util.Optional;
import java.util.function.Function;

/**
 * By the local time of a zone.
 *
 * @param times the next local time after one; each is later than the one before
 */
record LocalTimeRule(Function<LocalDateTime, Optional<LocalDateTime>> times) implements CalendarRule {
    /** Several local times fall on one moment when the clocks move on: no more than the minutes of a day. */
    private static final int MOST_AT_ONCE = 24 * 60;

    @Override
    public Optional<Instant> next(Instant after, ZoneId zone) {
        if (after.isAfter(LAST)) return Optional.empty();
        LocalDateTime from = after.atZone(zone).toLocalDateTime();
        Optional<LocalDateTime> next = times.apply(from);
        for (int i = 0; i <= MOST_AT_ONCE && next.isPresent(); i++) {
            Instant due = moment(next.get(), zone);
            if (due.isAfter(after)) return Optional.of(due).filter(moment -> !moment.isAfter(LAST));
            next = times.apply(next.get());
        }
        return Optional.empty();
    }

    private static Instant moment(LocalDateTime time, ZoneId zone) {
        ZoneOffsetTransition change = zone.getRules().getTransition(time);
        if (change != null && change.isGap()) return change.getInstant();
        return ZonedDateTime.of(time, zone).toInstant();
    }
}

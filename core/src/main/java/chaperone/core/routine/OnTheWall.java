package chaperone.core.routine;

import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.zone.ZoneOffsetTransition;
import java.util.Optional;
import java.util.function.Function;

/** By the clock on the wall. */
record OnTheWall(Function<LocalDateTime, Optional<LocalDateTime>> times) implements CalendarRule {
    @Override
    public Optional<Instant> next(Instant after, ZoneId zone) {
        LocalDateTime from = after.atZone(zone).toLocalDateTime();
        Optional<LocalDateTime> next = times.apply(from);
        while (next.isPresent()) {
            Instant due = moment(next.get(), zone);
            if (due.isAfter(after)) return Optional.of(due);
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

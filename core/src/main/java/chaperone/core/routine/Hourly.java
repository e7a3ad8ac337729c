package chaperone.core.routine;

import java.time.Instant;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.ChronoUnit;
import java.util.Optional;

/** Every hour that passes, when the clock shows this minute; twice when an hour comes twice. */
record Hourly(int minute) implements CalendarRule {
    /** Every minute comes within a few hours, whatever the clocks do. */
    private static final int MOST_HOURS = 50;

    @Override
    public Optional<Instant> next(Instant after, ZoneId zone) {
        if (after.isAfter(LAST)) return Optional.empty();
        ZonedDateTime hour = after.minus(2, ChronoUnit.HOURS).atZone(zone).truncatedTo(ChronoUnit.HOURS);
        for (int i = 0; i < MOST_HOURS; i++) {
            ZonedDateTime due = hour.plusMinutes(minute);
            if (due.getMinute() == minute && due.toInstant().isAfter(after)) return Optional.of(due.toInstant());
            ZonedDateTime next = hour.plusHours(1).truncatedTo(ChronoUnit.HOURS);
            hour = next.isAfter(hour) ? next : hour.plusHours(2).truncatedTo(ChronoUnit.HOURS);
        }
        throw new IllegalStateException("No hour of " + zone + " after " + after + " has a minute " + minute);
    }
}

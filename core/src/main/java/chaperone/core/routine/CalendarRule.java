package chaperone.core.routine;

import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * When something is due. All but {@link Hourly} go by the clock on the wall: a time that comes twice, when summer time
 * ends, counts once, at its first coming; a time that does not come, when summer time begins, is due the moment the
 * clocks have moved. {@link Hourly} goes by hours that pass.
 */
public sealed interface CalendarRule permits Hourly, LocalTimeRule, WindowRule {

    /** Beyond it nothing is due: the calendar of people has four digits for a year. */
    Instant LAST = Instant.parse("9999-12-30T00:00:00Z");

    /** The next moment strictly after this one; nothing if there is none any more. */
    Optional<Instant> next(Instant after, ZoneId zone);

    /** The next ones, at most {@code count}. */
    default List<Instant> next(Instant after, ZoneId zone, int count) {
        List<Instant> found = new ArrayList<>();
        Optional<Instant> next = next(after, zone);
        while (next.isPresent() && found.size() < count) {
            found.add(next.get());
            next = next(next.get(), zone);
        }
        return found;
    }
}

package chaperone.core.query;

import java.time.Duration;
import java.time.temporal.ChronoUnit;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** A time back from now, as people say it. */
public record Age(int count, Unit unit) {
    static final int MOST = 10_000;

    public enum Unit {
        MINUTES(ChronoUnit.MINUTES.getDuration()),
        HOURS(ChronoUnit.HOURS.getDuration()),
        DAYS(ChronoUnit.DAYS.getDuration()),
        WEEKS(Duration.ofDays(7));

        private final Duration length;

        Unit(Duration length) {
            this.length = length;
        }

        String word() {
            return name().toLowerCase(Locale.ROOT);
        }

        /** Of one or of many. */
        static Optional<Unit> of(String word) {
            String lower = word.toLowerCase(Locale.ROOT);
            return Arrays.stream(values())
                    .filter(unit -> unit.word().equals(lower) || unit.word().equals(lower + "s"))
                    .findFirst();
        }
    }

    public Age {
        if (count < 0 || count > MOST) throw new IllegalArgumentException("Not an age: " + count);
    }

    public Duration duration() {
        return unit.length.multipliedBy(count);
    }

    String words() {
        String word = unit.word();
        return count + " " + (count == 1 ? word.substring(0, word.length() - 1) : word);
    }
}

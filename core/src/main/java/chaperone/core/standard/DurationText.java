package chaperone.core.standard;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.time.Duration;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Reads how long something takes, as devices write it. */
final class DurationText {
    private static final Pattern WHOLE = Pattern.compile("(?i)(?:\\d{1,9} *[a-z]* *)+");
    private static final Pattern PART = Pattern.compile("(\\d{1,9}) *([A-Za-z]*)");
    private static final int LONGEST = 100;
    private static final Map<String, Duration> UNITS = Map.ofEntries(
            Map.entry("ms", Duration.ofMillis(1)),
            Map.entry("", Duration.ofSeconds(1)),
            Map.entry("s", Duration.ofSeconds(1)),
            Map.entry("sec", Duration.ofSeconds(1)),
            Map.entry("second", Duration.ofSeconds(1)),
            Map.entry("seconds", Duration.ofSeconds(1)),
            Map.entry("m", Duration.ofMinutes(1)),
            Map.entry("min", Duration.ofMinutes(1)),
            Map.entry("minute", Duration.ofMinutes(1)),
            Map.entry("minutes", Duration.ofMinutes(1)),
            Map.entry("h", Duration.ofHours(1)),
            Map.entry("hour", Duration.ofHours(1)),
            Map.entry("hours", Duration.ofHours(1)),
            Map.entry("d", Duration.ofDays(1)),
            Map.entry("day", Duration.ofDays(1)),
            Map.entry("days", Duration.ofDays(1)));

    private DurationText() {}

    /** Nothing if it is none, or has a unit that is not known. */
    static Optional<Duration> read(String text) {
        String bare = text.strip();
        if (bare.length() > LONGEST || !WHOLE.matches(bare)) return Optional.empty();
        Duration sum = Duration.ZERO;
        Matcher part = PART.matcher(bare);
        while (part.find()) {
            Duration unit = UNITS.get(part.group(2).toLowerCase(Locale.ROOT));
            if (unit == null) return Optional.empty();
            sum = sum.plus(unit.multipliedBy(Long.parseLong(part.group(1))));
        }
        return Optional.of(sum);
    }
}

package chaperone.core.routine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Europe/Berlin: summer time began on 29 March 2026 at 02:00 and ended on 25 October 2026 at 03:00. */
class RuleTextTest {
    private static final ZoneId ZONE = ZoneId.of("Europe/Berlin");

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        daily 02:30            | 2026-11-23T00:00:00Z | 2026-11-23T01:30:00Z 2026-11-24T01:30:00Z
        daily 02:30            | 2026-03-28T00:00:00Z | 2026-03-28T01:30:00Z 2026-03-29T01:00:00Z 2026-03-30T00:30:00Z
        daily 02:30            | 2026-10-24T20:00:00Z | 2026-10-25T00:30:00Z 2026-10-26T01:30:00Z
        daily 02:30            | 2026-10-25T00:45:00Z | 2026-10-26T01:30:00Z
        hourly :15             | 2026-10-24T23:30:00Z | 2026-10-25T00:15:00Z 2026-10-25T01:15:00Z 2026-10-25T02:15:00Z
        hourly :15             | 2026-03-29T00:00:00Z | 2026-03-29T00:15:00Z 2026-03-29T01:15:00Z 2026-03-29T02:15:00Z
        weekly mon,thu 04:00   | 2026-11-23T03:00:00Z | 2026-11-26T03:00:00Z 2026-11-30T03:00:00Z
        weekly sun 02:00       | 2026-03-28T12:00:00Z | 2026-03-29T01:00:00Z 2026-04-05T00:00:00Z
        monthly 31 12:00       | 2026-01-31T12:00:00Z | 2026-02-28T11:00:00Z 2026-03-31T10:00:00Z 2026-04-30T10:00:00Z
        monthly 1 00:00        | 2026-12-15T00:00:00Z | 2026-12-31T23:00:00Z
        cron 30 2 * * 1-5      | 2026-11-27T00:00:00Z | 2026-11-27T01:30:00Z 2026-11-30T01:30:00Z
        cron 0 0 13 * fri      | 2026-11-01T00:00:00Z | 2026-11-05T23:00:00Z 2026-11-12T23:00:00Z 2026-11-19T23:00:00Z
        cron 0 12 29 feb *     | 2096-03-01T00:00:00Z | 2104-02-29T11:00:00Z
        once 2026-12-01T02:30  | 2026-11-23T00:00:00Z | 2026-12-01T01:30:00Z
        weekly sat 04:00 +30m  | 2026-11-28T03:00:00Z | 2026-11-28T03:30:00Z 2026-12-05T03:30:00Z
        daily 23:50 +2h        | 2026-11-23T22:55:00Z | 2026-11-24T00:50:00Z 2026-11-25T00:50:00Z
        daily 02:30 +60m       | 2026-03-29T00:00:00Z | 2026-03-29T02:00:00Z 2026-03-30T01:30:00Z
        """)
    void isDue(String rule, Instant after, String expected) throws RuleProblem {
        List<Instant> wanted =
                List.of(expected.split(" ")).stream().map(Instant::parse).toList();
        assertThat(RuleText.read(rule).next(after, ZONE, wanted.size())).isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        sometimes        | 0 | is none of: hourly
        daily 25:00      | 6 | is not a time
        daily            | 5 | a time is missing
        until 2026-12-01 | 0 | is one of: hourly
        daily until      | 11 | a date is missing
        daily 02:30 until 2026-02-30 | 18 | is not a date
        daily 02:30 until 2026-12-01 x | 12 | one word too many
        daily 02:30 +30  | 12 | is not a margin
        daily 02:30 +25h | 12 | at most a day
        +30m             | 0 | is none of: hourly
        daily 02:30 x    | 12 | one word too many
        daily 02:30:00.5 | 6 | is not a time
        weekly mon       | 10 | a time is missing
        weekly mon,foo 02:00 | 11 | "foo" is none of mon
        weekly , 01:00   | 7 | a day is missing
        weekly mon,, 01:00 | 11 | a day is missing
        monthly 0 02:30  | 8 | is not a day of the month
        monthly +3 02:30 | 8 | is not a day of the month
        monthly ٣ 02:30  | 8 | only plain letters
        hourly :60       | 8 | is not a minute
        once tomorrow    | 5 | is not a moment
        once 10000-01-01T00:00 | 5 | is not a moment
        once +2026-01-01T00:00 | 5 | is not a moment
        cron * * * *     | 12 | five fields
        cron * * * * * * | 15 | a sixth field
        cron 0 0 ? * 1   | 9 | is not a day of the month
        cron 0 0 * * 5#2 | 13 | is not a day of the week
        cron 0 0 30 2 *  | 9 | never comes due
        cron 5-1 0 * * * | 7 | ends before it starts
        cron 0 1,,2 * * * | 9 | an hour is missing
        cron */0 0 * * * | 7 | is not a step
        cron 5/2 0 * * * | 7 | a step needs a range
        cron 99 0 * * *  | 5 | is not a minute
        """)
    void tellsWhatIsWrongAndWhere(String rule, int column, String said) {
        assertThatThrownBy(() -> RuleText.read(rule))
                .isInstanceOf(RuleProblem.class)
                .hasMessageContaining(said)
                .satisfies(
                        problem -> assertThat(((RuleProblem) problem).column()).isEqualTo(column));
    }

    @Property
    void aDailyRuleIsDueOnceADayWhateverTheClocksDo(
            @ForAll @IntRange(min = 0, max = 23) int hour,
            @ForAll @IntRange(min = 0, max = 59) int minute,
            @ForAll @IntRange(min = 0, max = 700) int day)
            throws RuleProblem {
        String rule = "daily %02d:%02d".formatted(hour, minute);
        Instant after =
                LocalDateTime.of(2026, 1, 1, 0, 0).plusDays(day).atZone(ZONE).toInstant();
        List<Instant> due = RuleText.read(rule).next(after.minusNanos(1), ZONE, 3);
        assertThat(due.stream().map(moment -> moment.atZone(ZONE).toLocalDate()).distinct())
                .hasSize(3);
        assertThat(due.get(0).atZone(ZONE).toLocalDate())
                .isEqualTo(after.atZone(ZONE).toLocalDate());
    }

    @Property
    void anHourlyRuleIsDueEveryHourThatPasses(
            @ForAll @IntRange(min = 0, max = 59) int minute, @ForAll @IntRange(min = 0, max = 20_000) int hours)
            throws RuleProblem {
        Instant after = Instant.parse("2026-01-01T00:00:00Z").plus(Duration.ofHours(hours));
        List<Instant> due = RuleText.read("hourly :" + minute).next(after, ZONE, 4);
        assertThat(Duration.between(after, due.get(0))).isLessThanOrEqualTo(Duration.ofHours(1));
        for (int i = 1; i < due.size(); i++)
            assertThat(Duration.between(due.get(i - 1), due.get(i))).isEqualTo(Duration.ofHours(1));
    }

    /** The oracle goes minute by minute and asks POSIX's own sentence of each. */
    @Property
    void cronIsDueWhenEachMinuteAskedByItselfSaysSo(@ForAll long seed) throws RuleProblem {
        Random random = new Random(seed);
        String[] fields = {
            pick(random, "*", "0", "*/20", "5,50"),
            pick(random, "*", "2", "22-23", "0-23/6"),
            pick(random, "*", "1", "13", "28-31"),
            pick(random, "*", "2", "11,12"),
            pick(random, "*", "0", "7", "1-5", "fri")
        };
        CalendarRule rule = RuleText.read("cron " + String.join(" ", fields));
        LocalDateTime from = LocalDateTime.of(2027, 1, 25, 0, 0).plusDays(random.nextInt(400));
        LocalDateTime next = from;
        int looked = 0;
        do next = next.plusMinutes(1);
        while (!isDue(next, fields) && ++looked < 60 * 24 * 60);
        if (looked == 60 * 24 * 60) return;
        assertThat(rule.next(from.toInstant(ZoneOffset.UTC), ZoneOffset.UTC))
                .as(String.join(" ", fields) + " after " + from)
                .contains(next.toInstant(ZoneOffset.UTC));
    }

    private static boolean isDue(LocalDateTime time, String[] fields) {
        boolean dayOfMonth = isIn(fields[2], time.getDayOfMonth());
        int weekday = time.getDayOfWeek().getValue() % 7;
        boolean dayOfWeek = isIn(fields[4].replace("fri", "5"), weekday) || weekday == 0 && fields[4].equals("7");
        boolean areBothGiven = !fields[2].equals("*") && !fields[4].equals("*");
        return isIn(fields[0], time.getMinute())
                && isIn(fields[1], time.getHour())
                && isIn(fields[3], time.getMonthValue())
                && (areBothGiven ? dayOfMonth || dayOfWeek : dayOfMonth && dayOfWeek);
    }

    private static boolean isIn(String field, int value) {
        return switch (field) {
            case "*" -> true;
            case "*/20" -> value % 20 == 0;
            case "0-23/6" -> value % 6 == 0;
            case "22-23", "28-31", "1-5" -> {
                String[] ends = field.split("-");
                yield value >= Integer.parseInt(ends[0]) && value <= Integer.parseInt(ends[1]);
            }
            default -> List.of(field.split(",")).contains(Integer.toString(value));
        };
    }

    private static String pick(Random random, String... choices) {
        return choices[random.nextInt(choices.length)];
    }

    @Test
    void nothingIsDueBeyondTheCalendarOfPeople() throws RuleProblem {
        for (String rule : List.of("hourly :1", "daily 02:30", "monthly 31 00:00", "cron * * * * *")) {
            assertThat(RuleText.read(rule).next(Instant.MAX, ZONE)).isEmpty();
            assertThat(RuleText.read(rule).next(Instant.parse("9999-12-29T23:59:59Z"), ZONE, 5))
                    .hasSizeLessThan(5);
        }
    }

    /** The date is one on the wall, of the moment at which it is due. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        daily 02:30 until 2026-11-25       | 3
        daily 23:50 +30m until 2026-11-25  | 2
        hourly :15 until 2026-11-23        | 23
        once 2026-12-01T02:30 until 2026-11-30 | 0
        """)
    void endsWithItsLastDate(String rule, int times) throws RuleProblem {
        Instant after = Instant.parse("2026-11-23T00:00:00Z");
        assertThat(RuleText.read(rule).next(after, ZONE, 100)).hasSize(times);
    }
}

package chaperone.core.routine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.core.routine.RuleText.RuleProblem;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
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
        once 2026-12-01T02:30  | 2026-11-23T00:00:00Z | 2026-12-01T01:30:00Z
        """)
    void isDue(String rule, Instant after, String expected) throws RuleProblem {
        List<Instant> wanted =
                List.of(expected.split(" ")).stream().map(Instant::parse).toList();
        assertThat(RuleText.read(rule, RuleTextTest::noCron).next(after, ZONE, wanted.size()))
                .isEqualTo(wanted);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        sometimes        | is none of: hourly
        daily 25:00      | is not a time
        daily            | is none of: hourly
        weekly mon       | needs a day and a time
        weekly mon,foo 1 | "foo" is none of mon
        monthly 0 02:30  | is not a day of the month
        hourly :60       | is not a minute
        once tomorrow    | is not a moment
        """)
    void tellsWhatIsWrong(String rule, String said) {
        assertThatThrownBy(() -> RuleText.read(rule, RuleTextTest::noCron))
                .isInstanceOf(RuleProblem.class)
                .hasMessageContaining(said);
    }

    @Property(tries = 1000)
    void aDailyRuleIsDueOnceADayWhateverTheClocksDo(
            @ForAll @IntRange(min = 0, max = 23) int hour,
            @ForAll @IntRange(min = 0, max = 59) int minute,
            @ForAll @IntRange(min = 0, max = 700) int day)
            throws RuleProblem {
        String rule = "daily %02d:%02d".formatted(hour, minute);
        Instant after =
                LocalDateTime.of(2026, 1, 1, 0, 0).plusDays(day).atZone(ZONE).toInstant();
        List<Instant> due = RuleText.read(rule, RuleTextTest::noCron).next(after.minusNanos(1), ZONE, 3);
        assertThat(due.stream().map(moment -> moment.atZone(ZONE).toLocalDate()).distinct())
                .hasSize(3);
        assertThat(due.get(0).atZone(ZONE).toLocalDate())
                .isEqualTo(after.atZone(ZONE).toLocalDate());
    }

    @Property(tries = 1000)
    void anHourlyRuleIsDueEveryHourThatPasses(
            @ForAll @IntRange(min = 0, max = 59) int minute, @ForAll @IntRange(min = 0, max = 20_000) int hours)
            throws RuleProblem {
        Instant after = Instant.parse("2026-01-01T00:00:00Z").plus(Duration.ofHours(hours));
        List<Instant> due =
                RuleText.read("hourly :" + minute, RuleTextTest::noCron).next(after, ZONE, 4);
        assertThat(Duration.between(after, due.get(0))).isLessThanOrEqualTo(Duration.ofHours(1));
        for (int i = 1; i < due.size(); i++)
            assertThat(Duration.between(due.get(i - 1), due.get(i))).isEqualTo(Duration.ofHours(1));
    }

    private static CalendarRule noCron(String fields) throws RuleProblem {
        throw new RuleProblem("no cron here");
    }
}

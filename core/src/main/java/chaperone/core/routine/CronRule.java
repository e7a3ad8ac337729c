package chaperone.core.routine;

import java.time.LocalDate;
import java.time.LocalDateTime;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;

/**
 * The five fields of {@code crontab} (POSIX.1-2017): minute, hour, day of month, month, day of week. If both days are
 * given, either of them is enough. Steps ({@code *}{@code /15}, {@code 8-18/2}), names ({@code mon}, {@code jan}) and 7
 * for Sunday are taken too, as most systems have them.
 */
final class CronRule {
    private static final List<String> MONTHS =
            List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");
    private static final List<String> DAYS = List.of("sun", "mon", "tue", "wed", "thu", "fri", "sat");
    /** 29 February may be eight years away (1896 to 1904, 2096 to 2104). */
    private static final int FURTHEST_DAY = 8 * 366;

    private final BitSet minutes;
    private final BitSet hours;
    private final BitSet daysOfMonth;
    private final BitSet months;
    private final BitSet daysOfWeek;
    private final boolean isEitherDay;

    private CronRule(List<RuleWord> fields) throws RuleProblem {
        minutes = field(fields.get(0), 0, 59, "a minute", List.of());
        hours = field(fields.get(1), 0, 23, "an hour", List.of());
        daysOfMonth = field(fields.get(2), 1, 31, "a day of the month", List.of());
        months = field(fields.get(3), 1, 12, "a month", MONTHS);
        daysOfWeek = field(fields.get(4), 0, 7, "a day of the week", DAYS);
        if (daysOfWeek.get(7)) daysOfWeek.set(0);
        isEitherDay = isGiven(fields.get(2)) && isGiven(fields.get(4));
    }

    static CalendarRule read(List<RuleWord> fields, int end) throws RuleProblem {
        if (fields.size() < 5) throw new RuleProblem(end, "cron needs five fields: minute, hour, day, month, weekday");
        if (fields.size() > 5) throw fields.get(5).problem("\"" + fields.get(5).text() + "\" is a sixth field");
        CronRule rule = new CronRule(fields);
        // Every combination of dates comes within eight years of any date, or never.
        if (rule.next(LocalDateTime.of(2000, 1, 1, 0, 0)).isEmpty()) {
            throw fields.get(2).problem("this never comes due: no such month has such a day");
        }
        return new LocalTimeRule(rule::next);
    }

    private static boolean isGiven(RuleWord field) {
        return !field.text().startsWith("*");
    }

    private static BitSet field(RuleWord field, int least, int greatest, String what, List<String> names)
            throws RuleProblem {
        BitSet set = new BitSet();
        for (RuleWord item : field.split(',')) {
            if (item.text().isEmpty()) throw item.problem(what + " is missing");
            List<RuleWord> stepped = item.split('/');
            if (stepped.size() > 2) throw stepped.get(2).problem("only one step is possible");
            int step = stepped.size() == 1 ? 1 : stepped.get(1).number(1, greatest, "a step");
            List<RuleWord> ends = stepped.get(0).split('-');
            boolean isAll = stepped.get(0).text().equals("*");
            if (ends.size() > 2) throw ends.get(2).problem("a range has two ends");
            boolean isSingle = !isAll && ends.size() == 1;
            if (isSingle && stepped.size() > 1) throw stepped.get(1).problem("a step needs a range or * before it");
            int from = isAll ? least : value(ends.get(0), least, greatest, what, names);
            int to = isAll ? greatest : isSingle ? from : value(ends.get(1), least, greatest, what, names);
            if (to < from) throw ends.get(1).problem("the range ends before it starts");
            for (int i = from; i <= to; i += step) set.set(i);
        }
        return set;
    }

    private static int value(RuleWord word, int least, int greatest, String what, List<String> names)
            throws RuleProblem {
        int named = names.indexOf(word.text());
        return named < 0 ? word.number(least, greatest, what) : named + least;
    }

    private Optional<LocalDateTime> next(LocalDateTime after) {
        LocalDateTime from = after.plusMinutes(1).withSecond(0).withNano(0);
        Optional<LocalDateTime> today = fits(from.toLocalDate()) ? timeFrom(from) : Optional.empty();
        if (today.isPresent()) return today;
        LocalDate date = from.toLocalDate();
        for (int i = 1; i <= FURTHEST_DAY; i++) {
            LocalDate day = date.plusDays(i);
            if (fits(day)) return timeFrom(day.atStartOfDay());
        }
        return Optional.empty();
    }

    private boolean fits(LocalDate date) {
        boolean byMonth = daysOfMonth.get(date.getDayOfMonth());
        boolean byWeek = daysOfWeek.get(date.getDayOfWeek().getValue() % 7);
        return months.get(date.getMonthValue()) && (isEitherDay ? byMonth || byWeek : byMonth && byWeek);
    }

    /** The first time of the same day that is not before this one. */
    private Optional<LocalDateTime> timeFrom(LocalDateTime from) {
        int hour = hours.nextSetBit(from.getHour());
        int minute = hour == from.getHour() ? minutes.nextSetBit(from.getMinute()) : minutes.nextSetBit(0);
        if (hour >= 0 && minute < 0) {
            hour = hours.nextSetBit(hour + 1);
            minute = minutes.nextSetBit(0);
        }
        return hour < 0 ? Optional.empty() : Optional.of(from.toLocalDate().atTime(hour, minute));
    }
}

package chaperone.core.routine;

import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Reads a calendar rule from one line: {@code hourly :15}, {@code daily 02:30}, {@code weekly mon,thu 02:30}, {@code
 * monthly 31 02:30} (the last day of a shorter month), {@code once 2026-12-01T02:30}, {@code cron 30 2 * * 1-5}.
 */
public final class RuleText {
    public static final int LONGEST = 200;
    private static final Pattern FORM = Pattern.compile("(hourly|daily|weekly|monthly|once|cron)\\s+(\\S.*)");
    private static final List<String> DAYS = List.of("mon", "tue", "wed", "thu", "fri", "sat", "sun");

    /** Why a text is no rule, for the person who wrote it. */
    public static final class RuleProblem extends Exception {
        private static final long serialVersionUID = 1L;

        public RuleProblem(String message) {
            super(message);
        }
    }

    /** Works out the five fields of {@code cron} (POSIX.1-2017, crontab). */
    @FunctionalInterface
    public interface CronReader {
        CalendarRule read(String fields) throws RuleProblem;
    }

    private RuleText() {}

    public static CalendarRule read(String text, CronReader cron) throws RuleProblem {
        Matcher form = FORM.matcher(text.strip().toLowerCase(Locale.ROOT));
        if (!form.matches()) {
            throw new RuleProblem("\"" + text + "\" is none of: hourly :15, daily 02:30, weekly mon,thu 02:30,"
                    + " monthly 31 02:30, once 2026-12-01T02:30, cron 30 2 * * 1-5");
        }
        String rest = form.group(2).strip();
        return switch (form.group(1)) {
            case "hourly" -> new Hourly(minute(rest));
            case "daily" -> daily(EnumSet.allOf(DayOfWeek.class), time(rest));
            case "weekly" -> daily(days(first(rest)), time(second(rest)));
            case "monthly" -> monthly(dayOfMonth(first(rest)), time(second(rest)));
            case "once" -> once(moment(rest));
            default -> cron.read(rest);
        };
    }

    private static CalendarRule daily(Set<DayOfWeek> days, LocalTime time) {
        return dates(time, date -> {
            LocalDate next = date;
            while (!days.contains(next.getDayOfWeek())) next = next.plusDays(1);
            return next;
        });
    }

    private static CalendarRule monthly(int day, LocalTime time) {
        return dates(time, date -> {
            YearMonth month = YearMonth.from(date);
            LocalDate due = month.atDay(Math.min(day, month.lengthOfMonth()));
            if (!due.isBefore(date)) return due;
            YearMonth next = month.plusMonths(1);
            return next.atDay(Math.min(day, next.lengthOfMonth()));
        });
    }

    /** @param fitting the first date that fits, from a date on */
    private static CalendarRule dates(LocalTime time, Function<LocalDate, LocalDate> fitting) {
        return new OnTheWall(from -> {
            LocalDate date = fitting.apply(from.toLocalDate());
            LocalDateTime due = date.atTime(time);
            return Optional.of(
                    due.isAfter(from) ? due : fitting.apply(date.plusDays(1)).atTime(time));
        });
    }

    private static CalendarRule once(LocalDateTime moment) {
        return new OnTheWall(from -> moment.isAfter(from) ? Optional.of(moment) : Optional.empty());
    }

    private static String first(String rest) throws RuleProblem {
        return parts(rest).get(0);
    }

    private static String second(String rest) throws RuleProblem {
        return parts(rest).get(1);
    }

    private static List<String> parts(String rest) throws RuleProblem {
        List<String> parts = new ArrayList<>();
        for (String part : rest.split(" ")) if (!part.isEmpty()) parts.add(part);
        if (parts.size() != 2) throw new RuleProblem("\"" + rest + "\" needs a day and a time");
        return parts;
    }

    private static int minute(String text) throws RuleProblem {
        String digits = text.startsWith(":") ? text.substring(1) : text;
        return number(digits, 0, 59, "a minute of the hour");
    }

    private static int dayOfMonth(String text) throws RuleProblem {
        return number(text, 1, 31, "a day of the month");
    }

    private static int number(String text, int least, int greatest, String what) throws RuleProblem {
        try {
            int number = Integer.parseInt(text);
            if (number >= least && number <= greatest) return number;
        } catch (NumberFormatException e) {
            // Told below, like a number out of range.
        }
        throw new RuleProblem("\"" + text + "\" is not " + what + ", " + least + " to " + greatest);
    }

    private static Set<DayOfWeek> days(String text) throws RuleProblem {
        Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
        for (String name : text.split(",")) {
            int day = DAYS.indexOf(name);
            if (day < 0) throw new RuleProblem("\"" + name + "\" is none of " + String.join(", ", DAYS));
            days.add(DayOfWeek.of(day + 1));
        }
        return days;
    }

    private static LocalTime time(String text) throws RuleProblem {
        try {
            return LocalTime.parse(text);
        } catch (DateTimeException e) {
            throw new RuleProblem("\"" + text + "\" is not a time such as 02:30");
        }
    }

    private static LocalDateTime moment(String text) throws RuleProblem {
        try {
            return LocalDateTime.parse(text.toUpperCase(Locale.ROOT));
        } catch (DateTimeException e) {
            throw new RuleProblem("\"" + text + "\" is not a moment such as 2026-12-01T02:30");
        }
    }
}

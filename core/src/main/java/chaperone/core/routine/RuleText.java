package chaperone.core.routine;

import com.google.re2j.Pattern;
import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.LocalTime;
import java.time.YearMonth;
import java.util.EnumSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;

/**
 * Reads a calendar rule from one line: {@code hourly :15}, {@code daily 02:30}, {@code weekly mon,thu 02:30}, {@code
 * monthly 31 02:30} (the last day of a shorter month), {@code once 2026-12-01T02:30}, {@code cron 30 2 * * 1-5}. Behind each may
 * stand a margin, {@code +30m} or {@code +2h}, and the last date, {@code until 2027-01-31}: a window closes at the time of the
 * rule, and it is due that much later.
 */
public final class RuleText {
    public static final int LONGEST = 200;
    private static final List<String> DAYS = List.of("mon", "tue", "wed", "thu", "fri", "sat", "sun");
    private static final Pattern TIME = Pattern.compile("[0-9]{2}:[0-9]{2}(:[0-9]{2})?");
    private static final Pattern MOMENT = Pattern.compile("[0-9]{4}-[0-9]{2}-[0-9]{2}t" + TIME);
    private static final Pattern DATE = Pattern.compile("[0-9]{4}-[0-9]{2}-[0-9]{2}");
    private static final Pattern MARGIN = Pattern.compile("\\+[0-9]{1,4}[mh]");
    private static final String FORMS = "hourly :15, daily 02:30, weekly mon,thu 02:30, monthly 31 02:30,"
            + " once 2026-12-01T02:30, cron 30 2 * * 1-5";

    private RuleText() {}

    public static CalendarRule read(String text) throws RuleProblem {
        checkSigns(text);
        List<RuleWord> words = RuleWord.of(text.toLowerCase(Locale.ROOT));
        if (words.isEmpty()) throw new RuleProblem(0, "a rule is one of: " + FORMS);
        Optional<LocalDate> last = Optional.empty();
        int until = words.size() - 2;
        if (words.get(words.size() - 1).text().equals("until"))
            throw new RuleProblem(text.length(), "a date is missing");
        if (until >= 0 && words.get(until).text().equals("until")) {
            last = Optional.of(date(words.get(until + 1)));
            words = words.subList(0, until);
        }
        Duration margin = Duration.ZERO;
        if (words.size() > 2 && words.get(words.size() - 1).text().startsWith("+")) {
            margin = margin(words.get(words.size() - 1));
            words = words.subList(0, words.size() - 1);
        }
        if (words.isEmpty()) throw new RuleProblem(0, "a rule is one of: " + FORMS);
        CalendarRule rule = rule(words, text.length());
        return last.isEmpty() && margin.isZero() ? rule : new WindowRule(rule, margin, last);
    }

    private static CalendarRule rule(List<RuleWord> words, int end) throws RuleProblem {
        RuleWord kind = words.get(0);
        List<RuleWord> rest = words.subList(1, words.size());
        return switch (kind.text()) {
            case "hourly" -> new Hourly(minute(exactly(rest, end, "a minute").get(0)));
            case "daily" ->
                daily(
                        EnumSet.allOf(DayOfWeek.class),
                        time(exactly(rest, end, "a time").get(0)));
            case "weekly" -> {
                List<RuleWord> both = exactly(rest, end, "days", "a time");
                yield daily(days(both.get(0)), time(both.get(1)));
            }
            case "monthly" -> {
                List<RuleWord> both = exactly(rest, end, "a day", "a time");
                yield monthly(both.get(0).number(1, 31, "a day of the month"), time(both.get(1)));
            }
            case "once" -> once(moment(exactly(rest, end, "a moment").get(0)));
            case "cron" -> CronRule.read(rest, end);
            default -> throw kind.problem("\"" + kind.text() + "\" is none of: " + FORMS);
        };
    }

    /** Letters and digits of other scripts look like others, and mean something else or nothing. */
    private static void checkSigns(String text) throws RuleProblem {
        if (text.length() > LONGEST) throw new RuleProblem(LONGEST, "a rule has at most " + LONGEST + " characters");
        for (int i = 0; i < text.length(); i++) {
            char c = text.charAt(i);
            if (c < ' ' || c > '~') throw new RuleProblem(i, "only plain letters, digits and signs belong here");
        }
    }

    private static List<RuleWord> exactly(List<RuleWord> rest, int end, String... wanted) throws RuleProblem {
        if (rest.size() < wanted.length) throw new RuleProblem(end, wanted[rest.size()] + " is missing");
        if (rest.size() == wanted.length) return rest;
        RuleWord surplus = rest.get(wanted.length);
        throw surplus.problem("\"" + surplus.text() + "\" is one word too many");
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
        return new LocalTimeRule(from -> {
            LocalDate date = fitting.apply(from.toLocalDate());
            LocalDateTime due = date.atTime(time);
            return Optional.of(
                    due.isAfter(from) ? due : fitting.apply(date.plusDays(1)).atTime(time));
        });
    }

    private static CalendarRule once(LocalDateTime moment) {
        return new LocalTimeRule(from -> moment.isAfter(from) ? Optional.of(moment) : Optional.empty());
    }

    private static int minute(RuleWord word) throws RuleProblem {
        RuleWord digits =
                word.text().startsWith(":") ? new RuleWord(word.text().substring(1), word.column() + 1) : word;
        return digits.number(0, 59, "a minute of the hour");
    }

    private static Set<DayOfWeek> days(RuleWord list) throws RuleProblem {
        Set<DayOfWeek> days = EnumSet.noneOf(DayOfWeek.class);
        for (RuleWord name : list.split(',')) {
            if (name.text().isEmpty()) throw name.problem("a day is missing: one of " + String.join(", ", DAYS));
            int day = DAYS.indexOf(name.text());
            if (day < 0) throw name.problem("\"" + name.text() + "\" is none of " + String.join(", ", DAYS));
            days.add(DayOfWeek.of(day + 1));
        }
        return days;
    }

    private static LocalTime time(RuleWord word) throws RuleProblem {
        try {
            if (TIME.matcher(word.text()).matches()) return LocalTime.parse(word.text());
        } catch (DateTimeException e) {
            // Told below, like any other text that is no time.
        }
        throw word.problem("\"" + word.text() + "\" is not a time such as 02:30");
    }

    private static LocalDate date(RuleWord word) throws RuleProblem {
        try {
            if (DATE.matcher(word.text()).matches()) return LocalDate.parse(word.text());
        } catch (DateTimeException e) {
            // Told below, like any other text that is no date.
        }
        throw word.problem("\"" + word.text() + "\" is not a date such as 2027-01-31");
    }

    /** At most a day: what comes later is another rule. */
    private static Duration margin(RuleWord word) throws RuleProblem {
        if (!MARGIN.matcher(word.text()).matches())
            throw word.problem("\"" + word.text() + "\" is not a margin such as +30m or +2h");
        int last = word.text().length() - 1;
        int count = Integer.parseInt(word.text().substring(1, last));
        Duration margin = word.text().charAt(last) == 'h' ? Duration.ofHours(count) : Duration.ofMinutes(count);
        if (margin.compareTo(Duration.ofDays(1)) > 0) throw word.problem("a margin is at most a day");
        return margin;
    }

    private static LocalDateTime moment(RuleWord word) throws RuleProblem {
        try {
            if (MOMENT.matcher(word.text()).matches())
                return LocalDateTime.parse(word.text().toUpperCase(Locale.ROOT));
        } catch (DateTimeException e) {
            // Told below, like any other text that is no moment.
        }
        throw word.problem("\"" + word.text() + "\" is not a moment such as 2026-12-01T02:30");
    }
}

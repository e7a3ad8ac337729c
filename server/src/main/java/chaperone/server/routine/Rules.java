package chaperone.server.routine;

import chaperone.core.routine.CalendarRule;
import chaperone.core.routine.RuleText;
import chaperone.core.routine.RuleText.RuleProblem;
import chaperone.server.problem.ProblemException;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.scheduling.support.CronExpression;

/** Reads what people write of calendars. */
final class Rules {
    private Rules() {}

    /** @throws ProblemException that says what is wrong with it */
    static CalendarRule read(String text) {
        try {
            return RuleText.read(text, Rules::cron);
        } catch (RuleProblem e) {
            throw refused("rule", String.valueOf(e.getMessage()), "Mend the rule; nothing was kept.");
        }
    }

    static ZoneId zone(String name) {
        try {
            return ZoneId.of(name);
        } catch (DateTimeException e) {
            throw refused("zone", "\"" + name + "\" is no time zone.", "Write one such as Europe/Dublin or UTC.");
        }
    }

    /** Five fields on the wall clock; the sixth of the library, seconds, is not for routines. */
    private static CalendarRule cron(String fields) throws RuleProblem {
        if (fields.split(" +").length != 5) throw new RuleProblem("\"" + fields + "\" must be five fields");
        try {
            CronExpression cron = CronExpression.parse("0 " + fields);
            return CalendarRule.of(time -> Optional.ofNullable(cron.next(time)));
        } catch (IllegalArgumentException e) {
            throw new RuleProblem("\"" + fields + "\" cannot be read: " + e.getMessage());
        }
    }

    private static ProblemException refused(String field, String meaning, String advice) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT, "routine-" + field, meaning, advice, Map.of("field", field));
    }
}

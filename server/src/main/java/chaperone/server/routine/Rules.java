package chaperone.server.routine;

import chaperone.core.routine.CalendarRule;
import chaperone.core.routine.RuleProblem;
import chaperone.core.routine.RuleText;
import chaperone.server.problem.ProblemException;
import java.time.DateTimeException;
import java.time.ZoneId;
import java.util.Map;
import org.springframework.http.HttpStatus;

/** Reads what people write of calendars. */
final class Rules {
    private Rules() {}

    /** @throws ProblemException that says what is wrong with it */
    static CalendarRule read(String text) {
        try {
            return RuleText.read(text);
        } catch (RuleProblem e) {
            throw new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "routine-rule",
                    "Column " + (e.column() + 1) + ": " + e.getMessage() + ".",
                    "Mend the rule; nothing was kept.",
                    Map.of("field", "rule", "column", e.column()));
        }
    }

    static ZoneId zone(String name) {
        try {
            return ZoneId.of(name);
        } catch (DateTimeException e) {
            throw refused("zone", "\"" + name + "\" is no time zone.", "Write one such as Europe/Dublin or UTC.");
        }
    }

    private static ProblemException refused(String field, String meaning, String advice) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT, "routine-" + field, meaning, advice, Map.of("field", field));
    }
}

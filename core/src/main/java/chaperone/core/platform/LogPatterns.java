package chaperone.core.platform;

import chaperone.core.origin.LogMessage;
import chaperone.core.origin.Trace;
import chaperone.core.origin.Visitor;
import com.google.re2j.Pattern;
import java.util.Optional;

/**
 * What a family's log messages tell of people. Each pattern is for kind and text of a message; who it was stands in its
 * groups {@code account}, {@code from} and {@code way}, or in the message's parameters of these names.
 *
 * @param edited the message after an edit
 * @param loggedIn the message of a log-in; none if the family sends none
 */
public record LogPatterns(Pattern edited, Optional<Pattern> loggedIn) {

    /** @param kind log-in or edit */
    public record Told(Trace.Kind kind, Visitor visitor) {}

    /** Nothing if the message is about something else. */
    public Optional<Told> in(LogMessage message) {
        return told(Trace.Kind.EDIT, edited, message)
                .or(() -> loggedIn.flatMap(pattern -> told(Trace.Kind.LOG_IN, pattern, message)));
    }

    private static Optional<Told> told(Trace.Kind kind, Pattern pattern, LogMessage message) {
        return Visitor.in(message.said(), pattern).map(visitor -> new Told(kind, message.completed(visitor)));
    }
}

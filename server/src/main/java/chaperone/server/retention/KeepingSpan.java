package chaperone.server.retention;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What the rule for keeping comes to today, for those who add to the past. */
@Component
public class KeepingSpan {
    private final RetentionRuleRepository rules;
    private final Clock clock;

    /** A revision goes if as many newer ones are kept as {@code count}, and it was last seen before {@code since}. */
    public record Span(int count, Instant since) {}

    KeepingSpan(RetentionRuleRepository rules, Clock clock) {
        this.rules = rules;
        this.clock = clock;
    }

    /** Nothing if all is kept. */
    public Optional<Span> get() {
        return rules.findById(RetentionRule.ONLY)
                .filter(RetentionRule::isOn)
                .map(rule -> new Span(rule.keepCount(), clock.instant().minus(Duration.ofDays(rule.keepDays()))));
    }
}

package chaperone.server.clause;

import chaperone.core.pattern.QuickPattern;
import chaperone.core.standard.Comparison;
import chaperone.core.standard.Condition;
import chaperone.core.standard.Fields;
import chaperone.core.standard.Rule;
import chaperone.core.standard.Rule.Manner;
import chaperone.core.standard.ValueKind;
import chaperone.server.clause.ClauseText.ConditionKind;
import chaperone.server.problem.ProblemException;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/** Makes the rule of a clause from its fields. */
final class ClauseRules {
    private final ClauseText clause;

    private ClauseRules(ClauseText clause) {
        this.clause = clause;
    }

    /** @throws ProblemException naming the clause and the field that is missing or malformed */
    static Rule of(ClauseText clause) {
        return new ClauseRules(clause).rule();
    }

    private Rule rule() {
        return switch (clause.kind()) {
            case GOLDEN ->
                new Rule.Golden(
                        needed("text", clause.text()),
                        clause.manner().orElse(Manner.AT_LEAST),
                        optional("pattern", clause.pattern()));
            case REQUIRED -> new Rule.Required(pattern(), optional("within", clause.within()), repair());
            case FORBIDDEN -> new Rule.Forbidden(pattern(), optional("within", clause.within()));
            case FOR_EACH -> new Rule.ForEach(pattern(), optional("within", clause.within()), condition(), repair());
            case KNOWN -> new Rule.Known(clause.fact().orElseThrow(() -> wrong("fact", "is missing")));
            case ANSWER -> answer();
        };
    }

    private QuickPattern pattern() {
        return compiled("pattern", needed("pattern", clause.pattern()));
    }

    private Optional<String> repair() {
        return clause.repair().filter(text -> !text.isBlank());
    }

    private Rule answer() {
        if (clause.table().isEmpty()) needed("command", clause.command());
        else if (clause.command().filter(text -> !text.isBlank()).isPresent())
            throw wrong("command", "stands beside a table; one of them is asked");
        ConditionKind kind = clause.condition().orElse(ConditionKind.HAS_LINE);
        if (kind == ConditionKind.COMPARES) throw wrong("condition", "is none for an answer");
        return new Rule.Answer(clause.asked().orElseThrow(), pattern(), kind == ConditionKind.HAS_LINE);
    }

    private Condition condition() {
        QuickPattern line = compiled("value", needed("value", clause.value()));
        ConditionKind kind = clause.condition().orElse(ConditionKind.COMPARES);
        if (kind == ConditionKind.HAS_LINE) return new Condition.HasLine(line);
        if (kind == ConditionKind.HAS_NO_LINE) return new Condition.HasNoLine(line);
        if (line.pattern().groupCount() < 1) throw wrong("value", "needs a group around what is compared");
        ValueKind value = clause.valueKind().orElse(ValueKind.NUMBER);
        Comparison comparison = clause.comparison().orElseThrow(() -> wrong("comparison", "is missing"));
        if (!value.comparisons().contains(comparison))
            throw wrong("comparison", "is none for a value of the kind " + value);
        String limit = needed("limit", clause.limit());
        if (Fields.in(limit).isEmpty() && !value.isOne(limit)) throw wrong("limit", "is no value of the kind " + value);
        return new Condition.Compares(line, value, comparison, limit);
    }

    private String needed(String field, Optional<String> given) {
        return given.filter(text -> !text.isBlank()).orElseThrow(() -> wrong(field, "is missing"));
    }

    private Optional<QuickPattern> optional(String field, Optional<String> given) {
        return given.filter(text -> !text.isBlank()).map(text -> compiled(field, text));
    }

    private QuickPattern compiled(String field, String text) {
        try {
            return QuickPattern.of(Pattern.compile(text));
        } catch (PatternSyntaxException e) {
            throw wrong(field, "is no pattern: " + e.getDescription());
        }
    }

    private ProblemException wrong(String field, String what) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "clause",
                "Clause " + clause.tag() + ": \"" + field + "\" " + what + ".",
                "Mend it and send the standard again; nothing was kept.");
    }
}

package chaperone.server.standard;

import chaperone.core.pattern.QuickPattern;
import chaperone.core.standard.Clause;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Rule;
import chaperone.core.standard.Rule.Comparison;
import chaperone.server.problem.ProblemException;
import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;
import org.springframework.http.HttpStatus;

/**
 * A clause as people write it.
 *
 * @param platform in whose words it is written
 * @param scope a query: which devices it is for; all of the platform if it is empty
 * @param text for {@code GOLDEN}: what must stand, with fields such as {@code {{log}}}
 * @param pattern for {@code FORBIDDEN}: what must not stand; for {@code FOR_EACH}: the blocks that are meant
 * @param within for {@code FORBIDDEN}: a pattern for the statement above; for {@code FOR_EACH}: one that a block must hold
 * @param value for {@code FOR_EACH}: a pattern whose first group is the number
 * @param repair for {@code FOR_EACH}: the statement that is put
 */
public record ClauseText(
        @NotBlank @Size(max = 20) String tag,
        @NotNull @Size(max = 500) String reason,
        @NotNull Binding binding,
        @NotBlank @Size(max = 40) String platform,
        @NotNull @Size(max = 1000) String scope,
        @NotNull Kind kind,
        Optional<@Size(max = 20_000) String> text,
        Optional<@Size(max = 500) String> pattern,
        Optional<@Size(max = 500) String> within,
        Optional<@Size(max = 500) String> value,
        Optional<Comparison> comparison,
        Optional<Long> limit,
        Optional<@Size(max = 500) String> repair) {

    public enum Kind {
        GOLDEN,
        FORBIDDEN,
        FOR_EACH
    }

    /** @throws ProblemException naming the clause and the field that is missing or malformed */
    Clause clause() {
        return new Clause(tag, reason, binding, rule());
    }

    private Rule rule() {
        return switch (kind) {
            case GOLDEN -> new Rule.Golden(needed("text", text));
            case FORBIDDEN ->
                new Rule.Forbidden(compiled("pattern", needed("pattern", pattern)), optional("within", within));
            case FOR_EACH ->
                new Rule.ForEach(
                        compiled("pattern", needed("pattern", pattern)),
                        optional("within", within),
                        withGroup(compiled("value", needed("value", value))),
                        comparison.orElseThrow(() -> wrong("comparison", "is missing")),
                        limit.orElseThrow(() -> wrong("limit", "is missing")),
                        needed("repair", repair));
        };
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

    private QuickPattern withGroup(QuickPattern pattern) {
        if (pattern.pattern().groupCount() < 1) throw wrong("value", "needs a group around the number");
        return pattern;
    }

    private ProblemException wrong(String field, String what) {
        return new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "clause",
                "Clause " + tag + ": \"" + field + "\" " + what + ".",
                "Mend it and send the standard again; nothing was kept.");
    }
}

package chaperone.server.clause;

import chaperone.core.standard.Asked;
import chaperone.core.standard.Clause;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Comparison;
import chaperone.core.standard.Fields;
import chaperone.core.standard.Rule.Fact;
import chaperone.core.standard.Rule.Manner;
import chaperone.core.standard.ValueKind;
import chaperone.core.table.TableKind;
import chaperone.server.problem.ProblemException;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/**
 * A clause as people write it. Which fields a kind needs: {@link ClauseRules}.
 *
 * @param group under which it stands in its standard
 * @param severity {@code MEDIUM} if it is left out
 * @param platform in whose words it is written
 * @param scope a query: which devices it is for; all of the platform if it is empty
 * @param text for {@code GOLDEN}: what must stand, with fields such as {@code {{log}}}
 * @param manner for {@code GOLDEN}: at least, exactly or in this order; at least if it is left out
 * @param pattern for {@code REQUIRED} and {@code FORBIDDEN}: the statement; for {@code FOR_EACH}: the blocks that are meant;
 *     for {@code GOLDEN}: what at the top an exact text speaks of beside its own statements
 * @param within for {@code REQUIRED} and {@code FORBIDDEN}: a pattern for the statement above; for {@code FOR_EACH}: one that
 *     a block must hold
 * @param condition for {@code FOR_EACH}: {@code COMPARES} if it is left out
 * @param value for {@code FOR_EACH}: a pattern for the line, whose first group is what is compared
 * @param valueKind for {@code FOR_EACH}: what the value is; a number if it is left out
 * @param limit for {@code FOR_EACH}: with which it is compared; may have fields
 * @param fact for {@code KNOWN}
 * @param command for {@code ANSWER}: a request that only reads; {@code table} in its place. The pattern is held against each
 *     line, or against each row, its cells with blanks between; {@code HAS_LINE} if no condition is said
 * @param repair for {@code FOR_EACH} and {@code REQUIRED}: the statement that is put
 * @param byHand whether only people may mend what departs from it; no if it is left out
 * @param passed what is said of a device that keeps to it; {@code failed} of one that does not
 * @param paragraphs of standards of others that it helps to keep, as their readers call them
 */
public record ClauseText(
        @NotBlank @Size(max = 20) String tag,
        Optional<@Size(max = 60) String> group,
        @NotNull @Size(max = 500) String reason,
        Optional<Severity> severity,
        @NotNull Binding binding,
        @NotBlank @Size(max = 40) String platform,
        @NotNull @Size(max = 1000) String scope,
        @NotNull Kind kind,
        Optional<@Size(max = 20_000) String> text,
        Optional<Manner> manner,
        Optional<@Size(max = 500) String> pattern,
        Optional<@Size(max = 500) String> within,
        Optional<ConditionKind> condition,
        Optional<@Size(max = 500) String> value,
        Optional<ValueKind> valueKind,
        Optional<Comparison> comparison,
        Optional<@Size(max = 500) String> limit,
        Optional<Fact> fact,
        Optional<@Size(max = 200) String> command,
        Optional<TableKind> table,
        Optional<@Size(max = 500) String> repair,
        Optional<Boolean> byHand,
        Optional<@Size(max = 300) String> passed,
        Optional<@Size(max = 300) String> failed,
        Optional<@Size(max = 20) List<@NotBlank @Size(max = 100) String>> paragraphs) {

    /** The same few clauses judge all devices: their patterns are compiled once. */
    private static final Cache<ClauseText, Clause> COMPILED =
            Caffeine.newBuilder().maximumSize(5_000).build();

    public enum Kind {
        GOLDEN,
        REQUIRED,
        FORBIDDEN,
        FOR_EACH,
        KNOWN,
        ANSWER
    }

    public enum ConditionKind {
        COMPARES,
        HAS_LINE,
        HAS_NO_LINE
    }

    /** How much it matters that a device departs. */
    public enum Severity {
        LOW,
        MEDIUM,
        HIGH,
        CRITICAL
    }

    /** One that requires what a golden text says. */
    public static ClauseText golden(String tag, String reason, String platform, String text) {
        return plain(tag, reason, platform, Kind.GOLDEN, Optional.of(text), Optional.empty(), Optional.empty());
    }

    /** One that forbids a statement, in the block that is named if it stands in one. */
    public static ClauseText forbidden(
            String tag, String reason, String platform, String pattern, Optional<String> within) {
        return plain(tag, reason, platform, Kind.FORBIDDEN, Optional.empty(), Optional.of(pattern), within);
    }

    private static ClauseText plain(
            String tag,
            String reason,
            String platform,
            Kind kind,
            Optional<String> text,
            Optional<String> pattern,
            Optional<String> within) {
        return new ClauseText(
                tag,
                Optional.empty(),
                reason,
                Optional.empty(),
                Binding.WARN,
                platform,
                "",
                kind,
                text,
                Optional.empty(),
                pattern,
                within,
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty(),
                Optional.empty());
    }

    public Severity weight() {
        return severity.orElse(Severity.MEDIUM);
    }

    /** What a clause of the kind {@code ANSWER} has devices asked. */
    public Optional<Asked> asked() {
        if (kind != Kind.ANSWER) return Optional.empty();
        return table.<Asked>map(Asked.Rows::new).or(() -> command.map(Asked.Command::new));
    }

    /** The fields that sites fill. */
    public Set<String> fields() {
        Set<String> fields = new TreeSet<>();
        Stream.of(text, limit, repair).flatMap(Optional::stream).forEach(each -> fields.addAll(Fields.in(each)));
        return fields;
    }

    /** @throws ProblemException naming the clause and the field that is missing or malformed */
    public Clause clause() {
        return COMPILED.get(this, text -> new Clause(tag, reason, binding, ClauseRules.of(text), byHand.orElse(false)));
    }
}

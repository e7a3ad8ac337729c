package chaperone.core.standard;

import chaperone.core.change.ConfigModel;
import chaperone.core.standard.Rule.Answer;
import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.standard.Rule.Known;
import chaperone.core.standard.Rule.Required;
import chaperone.core.structure.Statement;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Judges a device by clauses. Its configuration is read and its statements are told apart once for all of them ({@link
 * Places}); each clause then meets those statements alone whose first word may be its own, a golden text those that it names. Patterns
 * take linear time (RE2).
 */
public final class Judge {
    private final ConfigModel model;
    private final Statement root;
    private final Map<String, String> fields;
    private final Standing standing;
    /** Made when the first clause needs it. */
    private @Nullable Places places;

    /** @param fields what the site of the device fills in */
    public Judge(String text, ConfigModel model, Map<String, String> fields, Standing standing) {
        this.model = model;
        this.root = model.read(text);
        this.fields = Map.copyOf(fields);
        this.standing = standing;
    }

    private Places places() {
        if (places == null) places = new Places(root);
        return places;
    }

    public Verdict verdict(Clause clause) {
        if (clause.rule() instanceof Known known) return standing.verdict(known.fact());
        if (clause.rule() instanceof Answer answer) return standing.verdict(answer);
        Optional<String> unfilled = Fields.unfilled(clause.rule(), fields);
        if (unfilled.isPresent())
            return Verdict.notKnown("no value for {{" + unfilled.get() + "}} at this site", "a value");
        return Verdict.of(judging(clause.rule()).departures(places()));
    }

    /** What the clause speaks of; nothing if a field of it has no value, or if it speaks of no line. */
    public Section section(Clause clause) {
        boolean speaksOfLines = speaksOfConfiguration(clause)
                && Fields.unfilled(clause.rule(), fields).isEmpty();
        return new Section(speaksOfLines ? judging(clause.rule()).marks(places()) : List.of());
    }

    private static boolean speaksOfConfiguration(Clause clause) {
        return !(clause.rule() instanceof Known || clause.rule() instanceof Answer);
    }

    /**
     * The configuration that would keep to a clause, and is otherwise what stands, as the family writes it.
     *
     * @return nothing if the clause does not say what should stand, if only people may mend it, or if no line would
     * @throws IllegalArgumentException if a field of the clause has no value: then nobody knows what should stand
     */
    public Optional<String> repaired(Clause clause) {
        if (!clause.isRepairable()) return Optional.empty();
        Fields.unfilled(clause.rule(), fields).ifPresent(name -> {
            throw new IllegalArgumentException("{{" + name + "}} has no value");
        });
        String repaired = model.grammar().write(judging(clause.rule()).repaired(root));
        return judging(clause.rule())
                        .departures(new Places(model.read(repaired)))
                        .isEmpty()
                ? Optional.of(repaired)
                : Optional.empty();
    }

    private RuleJudging judging(Rule rule) {
        Rule filled = Fields.filled(rule, fields);
        if (filled instanceof Golden golden) return new GoldenJudging(golden, model.read(golden.text()));
        if (filled instanceof Required required) return new RequiredJudging(required);
        if (filled instanceof Forbidden forbidden) return new ForbiddenJudging(forbidden);
        return new ForEachJudging((ForEach) filled);
    }
}

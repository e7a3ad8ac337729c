package chaperone.core.standard;

import chaperone.core.change.ConfigModel;
import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Judges a configuration by clauses. The configuration is read once for all of them; each clause then costs one walk over
 * its statements, which for a golden text ends at the statements that it names. Patterns take linear time (RE2).
 */
public final class Judge {
    private final ConfigModel model;
    private final Statement root;
    private final Map<String, String> fields;

    /** @param fields what the site of the device fills in */
    public Judge(String text, ConfigModel model, Map<String, String> fields) {
        this.model = model;
        this.root = model.read(text);
        this.fields = Map.copyOf(fields);
    }

    public Verdict verdict(Clause clause) {
        List<Evidence> departures = new ArrayList<>();
        if (clause.rule() instanceof Golden golden) {
            Optional<String> unfilled = Fields.unfilled(golden.text(), fields);
            if (unfilled.isPresent()) return Verdict.notKnown("no value for {{" + unfilled.get() + "}} at this site");
            Statement wanted = model.read(Fields.filled(golden.text(), fields));
            missing(List.of(), root, wanted, departures);
        } else if (clause.rule() instanceof Forbidden forbidden) forbidden(List.of(), root, forbidden, departures);
        else if (clause.rule() instanceof ForEach each) forEach(List.of(), root, each, departures);
        return Verdict.of(departures);
    }

    private static void missing(List<String> path, Statement here, Statement wanted, List<Evidence> departures) {
        for (Statement each : wanted.children()) {
            Optional<Statement> same = Siblings.same(here, each);
            if (same.isPresent()) {
                missing(with(path, each), same.get(), each, departures);
                continue;
            }
            Optional<Statement> named = Siblings.named(here, each);
            departures.add(new Evidence(
                    path,
                    each.text(),
                    named.map(Statement::text),
                    named.map(Statement::line).or(() -> lineOf(here))));
            // A block that is missing altogether is one departure, its first line; the repair brings all of it.
            named.ifPresent(found -> missing(with(path, each), found, each, departures));
        }
    }

    private static Optional<Integer> lineOf(Statement statement) {
        return statement.line() == Statement.TOP ? Optional.empty() : Optional.of(statement.line());
    }

    private static List<String> with(List<String> path, Statement statement) {
        List<String> longer = new ArrayList<>(path);
        longer.add(statement.text());
        return longer;
    }

    private static void forbidden(List<String> path, Statement above, Forbidden rule, List<Evidence> departures) {
        boolean isMeant = rule.in().isEmpty() || fits(rule.in().get(), above);
        for (Statement each : above.children()) {
            if (isMeant && fits(rule.statement(), each))
                departures.add(new Evidence(path, "", Optional.of(each.text()), Optional.of(each.line())));
            if (!each.children().isEmpty()) forbidden(with(path, each), each, rule, departures);
        }
    }

    private static void forEach(List<String> path, Statement above, ForEach rule, List<Evidence> departures) {
        for (Statement each : above.children()) {
            if (isMeant(each, rule)) judged(path, each, rule).ifPresent(departures::add);
            if (!each.children().isEmpty()) forEach(with(path, each), each, rule, departures);
        }
    }

    static boolean isMeant(Statement block, ForEach rule) {
        return fits(rule.block(), block)
                && (rule.with().isEmpty()
                        || block.children().stream()
                                .anyMatch(child -> fits(rule.with().get(), child)));
    }

    static boolean departs(Statement block, ForEach rule) {
        return judged(List.of(), block, rule).isPresent();
    }

    private static Optional<Evidence> judged(List<String> path, Statement block, ForEach rule) {
        String expected = rule.comparison().words() + " " + rule.limit();
        for (Statement child : block.children()) {
            Matcher matcher = rule.value().matcher(child.text());
            if (!matcher.find()) continue;
            boolean holds = number(matcher.group(1))
                    .filter(number -> rule.comparison().holds(number, rule.limit()))
                    .isPresent();
            return holds
                    ? Optional.empty()
                    : Optional.of(new Evidence(
                            with(path, block), expected, Optional.of(child.text()), Optional.of(child.line())));
        }
        return Optional.of(new Evidence(with(path, block), expected, Optional.empty(), Optional.of(block.line())));
    }

    /** A number of more digits than any device has is none that could be compared. */
    private static Optional<Long> number(String digits) {
        boolean isNumber = digits != null
                && !digits.isEmpty()
                && digits.length() <= 18
                && digits.chars().allMatch(c -> c >= '0' && c <= '9');
        return isNumber ? Optional.of(Long.parseLong(digits)) : Optional.empty();
    }

    private static boolean fits(Pattern pattern, Statement statement) {
        return pattern.matcher(statement.text()).find();
    }
}

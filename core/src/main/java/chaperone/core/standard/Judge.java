package chaperone.core.standard;

import chaperone.core.change.ConfigModel;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import com.google.re2j.Matcher;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BiConsumer;

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
            missing(List.of(), root, wanted(golden), departures);
        } else if (clause.rule() instanceof Forbidden forbidden) forbidden(forbidden, root, departures);
        else if (clause.rule() instanceof ForEach each) forEach(each, root, departures);
        return Verdict.of(departures);
    }

    private Statement wanted(Golden golden) {
        return model.read(Fields.filled(golden.text(), fields));
    }

    /** What the clause speaks of; nothing if a field of it has no value. */
    public Section section(Clause clause) {
        if (clause.rule() instanceof Forbidden forbidden) return Section.ofForbidden(root, forbidden);
        if (clause.rule() instanceof ForEach each) return Section.ofEach(root, each);
        Golden golden = (Golden) clause.rule();
        return Fields.unfilled(golden.text(), fields).isPresent()
                ? new Section(List.of())
                : Section.ofGolden(root, wanted(golden));
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

    private static void forbidden(Forbidden rule, Statement root, List<Evidence> departures) {
        walk(new ArrayList<>(), root, rule.in(), (path, each) -> {
            if (rule.statement().isIn(each.text()))
                departures.add(new Evidence(path, "", Optional.of(each.text()), Optional.of(each.line())));
        });
    }

    private static void forEach(ForEach rule, Statement root, List<Evidence> departures) {
        walk(new ArrayList<>(), root, Optional.empty(), (path, each) -> {
            if (isMeant(each, rule)) judged(path, each, rule).ifPresent(departures::add);
        });
    }

    /**
     * Visits every statement, in the order of the text.
     *
     * @param in those alone that stand in such a block
     * @param visit gets what stands above the statement, too, which holds only until it returns
     */
    static void walk(
            List<String> path, Statement above, Optional<QuickPattern> in, BiConsumer<List<String>, Statement> visit) {
        boolean isMeant = in.isEmpty() || in.get().isIn(above.text());
        for (Statement each : above.children()) {
            if (isMeant) visit.accept(path, each);
            if (each.children().isEmpty()) continue;
            path.add(each.text());
            walk(path, each, in, visit);
            path.remove(path.size() - 1);
        }
    }

    private static boolean holds(Statement block, Optional<QuickPattern> with) {
        if (with.isEmpty()) return true;
        for (Statement child : block.children()) if (with.get().isIn(child.text())) return true;
        return false;
    }

    static boolean isMeant(Statement block, ForEach rule) {
        return rule.block().isIn(block.text()) && holds(block, rule.with());
    }

    static boolean departs(Statement block, ForEach rule) {
        return judged(List.of(), block, rule).isPresent();
    }

    private static Optional<Evidence> judged(List<String> path, Statement block, ForEach rule) {
        String expected = rule.comparison().words() + " " + rule.limit();
        for (Statement child : block.children()) {
            Optional<Matcher> found = rule.value().find(child.text());
            if (found.isEmpty()) continue;
            boolean holds = number(found.get().group(1))
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
}

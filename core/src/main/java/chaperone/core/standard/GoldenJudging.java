package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.standard.Rule.Manner;
import chaperone.core.standard.Section.Kind;
import chaperone.core.standard.Section.Mark;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Statements that must stand. The walk ends at those that the text names; each is looked for among its siblings.
 *
 * @param wanted the text, filled and read as a configuration
 */
record GoldenJudging(Golden golden, Statement wanted) implements RuleJudging {

    @Override
    public List<Evidence> departures(Places places) {
        List<Evidence> departures = new ArrayList<>();
        departures(List.of(), places.root(), wanted, departures);
        return departures;
    }

    private void departures(List<String> path, Statement here, Statement there, List<Evidence> departures) {
        for (Statement each : there.children()) {
            Optional<Statement> same = Siblings.same(here, each);
            Optional<Statement> found = same.or(() -> Siblings.named(here, each));
            if (same.isEmpty()) {
                departures.add(new Evidence(
                        path,
                        each.text(),
                        found.map(Statement::text),
                        found.map(Statement::line).or(() -> lineOf(here))));
            }
            // A block that is missing altogether is one departure, its first line; the repair brings all of it.
            found.ifPresent(block -> departures(Paths.with(path, each), block, each, departures));
        }
        for (Statement each : beside(here, there))
            departures.add(new Evidence(path, "", Optional.of(each.text()), Optional.of(each.line())));
        for (Displaced each : displaced(here, there))
            departures.add(new Evidence(
                    path,
                    "behind " + each.behind().text(),
                    Optional.of(each.statement().text()),
                    Optional.of(each.statement().line())));
    }

    private static Optional<Integer> lineOf(Statement statement) {
        return statement.line() == Statement.TOP ? Optional.empty() : Optional.of(statement.line());
    }

    /** What an exact text does not name, and so must not stand. */
    private List<Statement> beside(Statement here, Statement there) {
        if (golden.manner() != Manner.EXACT) return List.of();
        boolean isTop = there.line() == Statement.TOP;
        Optional<QuickPattern> among = golden.among();
        boolean isOpen = isTop ? among.isEmpty() : there.children().isEmpty();
        if (isOpen) return List.of();
        return here.children().stream()
                .filter(child -> !isTop || among.orElseThrow().isIn(child.text()))
                .filter(child -> Siblings.same(there, child).isEmpty()
                        && Siblings.named(there, child).isEmpty())
                .toList();
    }

    /** A statement that stands before one behind which it should stand. */
    private record Displaced(Statement statement, Statement behind) {}

    private List<Displaced> displaced(Statement here, Statement there) {
        if (golden.manner() != Manner.IN_ORDER) return List.of();
        Map<Statement, Integer> places = new IdentityHashMap<>();
        for (Statement each : here.children()) places.put(each, places.size());
        List<Displaced> displaced = new ArrayList<>();
        Statement last = here;
        for (Statement each : standing(here, there)) {
            boolean isBefore = last != here && places.get(each) < places.get(last);
            if (isBefore) displaced.add(new Displaced(each, last));
            else last = each;
        }
        return displaced;
    }

    /** Those of the text that stand here, in the text's order. */
    private static List<Statement> standing(Statement here, Statement there) {
        return there.children().stream()
                .flatMap(each -> Siblings.meant(here, each).stream())
                .distinct()
                .toList();
    }

    @Override
    public List<Mark> marks(Places places) {
        List<Mark> marks = new ArrayList<>();
        marks(places.root(), wanted, marks);
        return marks;
    }

    private void marks(Statement here, Statement there, List<Mark> marks) {
        Set<Statement> displaced = Collections.newSetFromMap(new IdentityHashMap<>());
        displaced(here, there).forEach(each -> displaced.add(each.statement()));
        int last = here.line();
        for (Statement each : there.children()) {
            Optional<Statement> same = Siblings.same(here, each);
            Optional<Statement> found = same.or(() -> Siblings.named(here, each));
            if (same.isPresent()) {
                Kind kind = displaced.contains(same.get()) ? Kind.DEPARTS : Kind.HOLDS;
                marks.add(new Mark(kind, same.get().line(), same.get().text()));
            } else {
                found.ifPresent(other -> marks.add(new Mark(Kind.DEPARTS, other.line(), other.text())));
                marks.add(new Mark(Kind.MISSING, found.map(Statement::line).orElse(last), each.text()));
            }
            found.ifPresent(block -> marks(block, each, marks));
            last = found.map(Statement::line).orElse(last);
        }
        for (Statement each : beside(here, there)) marks.add(new Mark(Kind.DEPARTS, each.line(), each.text()));
    }

    @Override
    public List<ConfigStatement> repaired(Statement root) {
        return merged(root, wanted);
    }

    private List<ConfigStatement> merged(Statement here, Statement there) {
        Set<Statement> beside = Collections.newSetFromMap(new IdentityHashMap<>());
        beside.addAll(beside(here, there));
        Map<Statement, Statement> wantedOf = new IdentityHashMap<>();
        for (Statement each : there.children())
            Siblings.meant(here, each).ifPresent(child -> wantedOf.put(child, each));
        List<ConfigStatement> merged = new ArrayList<>();
        for (Statement child : inOrder(here, there)) {
            if (beside.contains(child)) continue;
            Statement each = wantedOf.get(child);
            merged.add(each == null ? child.value() : mended(child, each));
        }
        int behind = -1;
        for (Statement each : there.children()) {
            Optional<Statement> found = Siblings.meant(here, each);
            if (found.isPresent()) behind = Math.max(behind, indexIn(merged, found.get(), each));
            else merged.add(golden.manner() == Manner.IN_ORDER && behind >= 0 ? ++behind : merged.size(), each.value());
        }
        return merged;
    }

    /** A statement as the text wants it; one that says the same already keeps its spelling. */
    private ConfigStatement mended(Statement child, Statement each) {
        Statement like = child.key().equals(each.key()) ? child : each;
        return Siblings.block(like.value(), like.text(), merged(child, each));
    }

    private static int indexIn(List<ConfigStatement> merged, Statement found, Statement wanted) {
        for (int i = 0; i < merged.size(); i++) {
            String text = merged.get(i).text();
            if (text.equals(found.text()) || text.equals(wanted.text())) return i;
        }
        return -1;
    }

    /** The children of a block, those of the text in its order at the places that they have among the others. */
    private List<Statement> inOrder(Statement here, Statement there) {
        if (displaced(here, there).isEmpty()) return here.children();
        List<Statement> wantedOnes = standing(here, there);
        Set<Statement> named = Collections.newSetFromMap(new IdentityHashMap<>());
        named.addAll(wantedOnes);
        List<Statement> ordered = new ArrayList<>();
        int next = 0;
        for (Statement child : here.children()) ordered.add(named.contains(child) ? wantedOnes.get(next++) : child);
        return ordered;
    }
}

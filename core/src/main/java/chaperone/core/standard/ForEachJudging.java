package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.standard.Condition.Compares;
import chaperone.core.standard.Places.Place;
import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Section.Kind;
import chaperone.core.standard.Section.Mark;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import com.google.re2j.Matcher;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A condition over the lines of each block that fits, or over each line that fits where a family has no blocks. */
record ForEachJudging(ForEach rule) implements RuleJudging {

    /** A line that speaks of the condition, and whether it keeps to it. */
    private record Found(Statement line, boolean holds) {}

    @Override
    public List<Evidence> departures(Places places) {
        return meant(places)
                .filter(each -> !holds(each.statement()))
                .map(this::departure)
                .toList();
    }

    private Stream<Place> meant(Places places) {
        return rule.with()
                .map(with -> places.holding(with).stream()
                        .filter(block -> rule.block().isIn(block.text())))
                .orElseGet(() -> places.fitting(rule.block()).stream());
    }

    private Evidence departure(Place block) {
        Optional<Statement> wrong = speaking(block.statement()).stream()
                .filter(found -> !found.holds())
                .map(Found::line)
                .findFirst();
        return new Evidence(
                block.pathWithin(),
                expected(),
                wrong.map(Statement::text),
                wrong.map(Statement::line)
                        .or(() -> Optional.of(block.statement().line())));
    }

    private String expected() {
        boolean isCompared = rule.condition() instanceof Compares;
        return isCompared ? rule.condition().words() : rule.repair().orElseGet(rule.condition()::words);
    }

    private boolean isMeant(Statement block) {
        return rule.block().isIn(block.text())
                && rule.with().map(with -> hasLine(block, with)).orElse(true);
    }

    /** A statement with none below it is its own line. */
    private static List<Statement> lines(Statement block) {
        return block.children().isEmpty() ? List.of(block) : block.children();
    }

    private static boolean hasLine(Statement block, QuickPattern line) {
        return lines(block).stream().anyMatch(each -> line.isIn(each.text()));
    }

    private boolean holds(Statement block) {
        List<Found> speaking = speaking(block);
        return speaking.isEmpty()
                ? !rule.condition().needsALine()
                : speaking.stream().allMatch(Found::holds);
    }

    private List<Found> speaking(Statement block) {
        List<Found> found = new ArrayList<>();
        for (Statement each : lines(block)) {
            Optional<Matcher> line = rule.condition().line().find(each.text());
            line.ifPresent(fits -> found.add(new Found(each, rule.condition().isKeptBy(fits))));
        }
        return found;
    }

    @Override
    public List<Mark> marks(Places places) {
        List<Mark> marks = new ArrayList<>();
        meant(places).forEach(each -> block(each.statement(), marks));
        return marks;
    }

    private void block(Statement block, List<Mark> marks) {
        List<Found> speaking = speaking(block);
        marks.add(new Mark(holds(block) ? Kind.HOLDS : Kind.DEPARTS, block.line(), block.text()));
        for (Found each : speaking)
            marks.add(new Mark(
                    each.holds() ? Kind.HOLDS : Kind.DEPARTS,
                    each.line().line(),
                    each.line().text()));
        if (speaking.isEmpty() && !holds(block))
            rule.repair().ifPresent(line -> marks.add(new Mark(Kind.MISSING, block.line(), line)));
    }

    @Override
    public List<ConfigStatement> repaired(Statement above) {
        List<ConfigStatement> all = new ArrayList<>();
        for (Statement child : above.children()) {
            List<ConfigStatement> below = new ArrayList<>(repaired(child));
            if (rule.isRepairable() && isMeant(child) && !holds(child)) {
                below.removeIf(each -> rule.condition().line().isIn(each.text()));
                rule.repair().ifPresent(line -> below.add(ConfigStatement.line(line)));
            }
            all.add(Siblings.block(child.value(), child.text(), below));
        }
        return all;
    }
}

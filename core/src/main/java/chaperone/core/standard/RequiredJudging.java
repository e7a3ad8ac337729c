package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
import chaperone.core.standard.Places.Place;
import chaperone.core.standard.Rule.Required;
import chaperone.core.standard.Section.Kind;
import chaperone.core.standard.Section.Mark;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A statement that must stand somewhere, or in each block of a kind. */
record RequiredJudging(Required rule) implements RuleJudging {
    @Override
    public List<Evidence> departures(Places places) {
        if (rule.in().isEmpty())
            return fitting(places).isEmpty() ? List.of(missing(List.of(), Optional.empty())) : List.of();
        return places.fitting(rule.in().get()).stream()
                .filter(block -> !hasOne(block.statement()))
                .map(block -> missing(
                        block.pathWithin(), Optional.of(block.statement().line())))
                .toList();
    }

    private Evidence missing(List<String> path, Optional<Integer> line) {
        String expected = rule.repair()
                .orElseGet(() -> "a line that fits " + rule.statement().pattern());
        return new Evidence(path, expected, Optional.empty(), line);
    }

    private boolean isMeant(Statement each) {
        return rule.in().filter(in -> in.isIn(each.text())).isPresent();
    }

    private boolean hasOne(Statement block) {
        return block.children().stream().anyMatch(child -> rule.statement().isIn(child.text()));
    }

    private List<Statement> fitting(Places places) {
        return places.fitting(rule.statement()).stream()
                .filter(each -> rule.in().isEmpty() || isMeant(each.above()))
                .map(Place::statement)
                .toList();
    }

    @Override
    public List<Mark> marks(Places places) {
        List<Mark> marks = new ArrayList<>();
        for (Statement each : fitting(places)) marks.add(new Mark(Kind.HOLDS, each.line(), each.text()));
        for (Evidence each : departures(places))
            marks.add(new Mark(Kind.MISSING, each.line().orElse(Statement.TOP), each.expected()));
        return marks;
    }

    @Override
    public List<ConfigStatement> repaired(Statement root) {
        return repaired(root, rule.in().isEmpty() && fitting(new Places(root)).isEmpty());
    }

    private List<ConfigStatement> repaired(Statement above, boolean lacksOne) {
        List<ConfigStatement> all = new ArrayList<>();
        for (Statement child : above.children())
            all.add(Siblings.block(child.value(), child.text(), repaired(child, isMeant(child) && !hasOne(child))));
        if (lacksOne) rule.repair().ifPresent(line -> all.add(ConfigStatement.line(line)));
        return all;
    }
}

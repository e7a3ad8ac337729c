package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
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
    public List<Evidence> departures(Statement root) {
        List<Evidence> departures = new ArrayList<>();
        if (rule.in().isEmpty()) {
            if (fitting(root).isEmpty()) departures.add(missing(List.of(), Optional.empty()));
            return departures;
        }
        Walk.over(root, Optional.empty(), (path, each) -> {
            if (isMeant(each) && !hasOne(each))
                departures.add(missing(Walk.with(path, each), Optional.of(each.line())));
        });
        return departures;
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

    private List<Statement> fitting(Statement root) {
        List<Statement> found = new ArrayList<>();
        Walk.over(root, rule.in(), (path, each) -> {
            if (rule.statement().isIn(each.text())) found.add(each);
        });
        return found;
    }

    @Override
    public List<Mark> marks(Statement root) {
        List<Mark> marks = new ArrayList<>();
        for (Statement each : fitting(root)) marks.add(new Mark(Kind.HOLDS, each.line(), each.text()));
        for (Evidence each : departures(root))
            marks.add(new Mark(Kind.MISSING, each.line().orElse(Statement.TOP), each.expected()));
        return marks;
    }

    @Override
    public List<ConfigStatement> repaired(Statement root) {
        return repaired(root, rule.in().isEmpty() && fitting(root).isEmpty());
    }

    private List<ConfigStatement> repaired(Statement above, boolean lacksOne) {
        List<ConfigStatement> all = new ArrayList<>();
        for (Statement child : above.children())
            all.add(Siblings.block(child.value(), child.text(), repaired(child, isMeant(child) && !hasOne(child))));
        if (lacksOne) rule.repair().ifPresent(line -> all.add(ConfigStatement.line(line)));
        return all;
    }
}

package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.standard.Section.Kind;
import chaperone.core.standard.Section.Mark;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

record ForbiddenJudging(Forbidden rule) implements RuleJudging {
    @Override
    public List<Evidence> departures(Statement root) {
        List<Evidence> departures = new ArrayList<>();
        Walk.over(root, rule.in(), (path, each) -> {
            if (rule.statement().isIn(each.text()))
                departures.add(new Evidence(path, "", Optional.of(each.text()), Optional.of(each.line())));
        });
        return departures;
    }

    @Override
    public List<Mark> marks(Statement root) {
        List<Mark> marks = new ArrayList<>();
        Walk.over(root, rule.in(), (path, each) -> {
            if (rule.statement().isIn(each.text())) marks.add(new Mark(Kind.DEPARTS, each.line(), each.text()));
        });
        return marks;
    }

    @Override
    public List<ConfigStatement> repaired(Statement above) {
        boolean isMeant = rule.in().isEmpty() || rule.in().get().isIn(above.text());
        List<ConfigStatement> kept = new ArrayList<>();
        for (Statement child : above.children()) {
            if (isMeant && rule.statement().isIn(child.text())) continue;
            ConfigStatement value = child.value();
            kept.add(child.children().isEmpty() ? value : value.withChildren(repaired(child)));
        }
        return kept;
    }
}

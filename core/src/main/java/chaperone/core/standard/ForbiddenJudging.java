package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
import chaperone.core.standard.Places.Place;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.standard.Section.Kind;
import chaperone.core.standard.Section.Mark;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

record ForbiddenJudging(Forbidden rule) implements RuleJudging {
    @Override
    public List<Evidence> departures(Places places) {
        return meant(places)
                .map(each -> new Evidence(
                        each.path(),
                        "",
                        Optional.of(each.text()),
                        Optional.of(each.statement().line())))
                .toList();
    }

    private Stream<Place> meant(Places places) {
        return places.fitting(rule.statement()).stream().filter(each -> isMeant(each.above()));
    }

    private boolean isMeant(Statement above) {
        return rule.in().isEmpty() || rule.in().get().isIn(above.text());
    }

    @Override
    public List<Mark> marks(Places places) {
        return meant(places)
                .map(each -> new Mark(Kind.DEPARTS, each.statement().line(), each.text()))
                .toList();
    }

    @Override
    public List<ConfigStatement> repaired(Statement above) {
        boolean isMeant = isMeant(above);
        List<ConfigStatement> kept = new ArrayList<>();
        for (Statement child : above.children()) {
            if (isMeant && rule.statement().isIn(child.text())) continue;
            ConfigStatement value = child.value();
            kept.add(child.children().isEmpty() ? value : value.withChildren(repaired(child)));
        }
        return kept;
    }
}

package chaperone.server.standing;

import chaperone.server.query.GroupUser;
import java.util.List;
import org.springframework.stereotype.Component;

/** A standing rule needs its group, whether it is on or off. */
@Component
class StandingQueries implements GroupUser {
    private final StandingRuleRepository rules;

    StandingQueries(StandingRuleRepository rules) {
        this.rules = rules;
    }

    @Override
    public List<Use> uses() {
        return rules.findAllByOrderByPlaceAscIdAsc().stream()
                .filter(rule -> !rule.query().isEmpty())
                .map(rule -> new Use("the standing rule \"" + rule.name() + "\"", rule.query()))
                .toList();
    }
}

package chaperone.server.demo;

import chaperone.server.standing.StandingDeed;
import chaperone.server.standing.StandingRules;
import chaperone.server.standing.StandingRules.Saying;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Component;

/** Standing rules of the ferries: neither alters a device by itself. */
@Component
@Profile("demo")
class DemoStandingRules {
    private static final int HALF_AN_HOUR = 30;
    private static final int FEW = 5;

    private final StandingRules rules;

    DemoStandingRules(StandingRules rules) {
        this.rules = rules;
    }

    void keep() {
        rules.write(
                "firewalls are told only",
                1,
                new Saying("platform is brisling", StandingDeed.TELL, 0, FEW, false),
                "a.keel");
        rules.write(
                "border routers go back",
                2,
                new Saying("platform is altamont", StandingDeed.PUT_BACK, HALF_AN_HOUR, FEW, true),
                "a.keel");
    }
}

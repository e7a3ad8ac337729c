package chaperone.server.freeze;

import chaperone.server.query.GroupUser;
import java.time.Clock;
import java.util.List;
import org.springframework.stereotype.Component;

/** A freeze that is over needs its group no more. */
@Component
class FreezeQueries implements GroupUser {
    private final FreezeRepository freezes;
    private final Clock clock;

    FreezeQueries(FreezeRepository freezes, Clock clock) {
        this.freezes = freezes;
        this.clock = clock;
    }

    @Override
    public List<Use> uses() {
        return freezes.findByLiftedAtIsNullAndEndsAtGreaterThan(clock.instant()).stream()
                .filter(freeze -> !freeze.query().isEmpty())
                .map(freeze -> new Use("the freeze \"" + freeze.reason() + "\"", freeze.query()))
                .toList();
    }
}

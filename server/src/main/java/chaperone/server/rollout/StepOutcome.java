package chaperone.server.rollout;

import chaperone.core.release.RolloutEvent;
import java.util.List;
import java.util.Optional;

/**
 * What a step on a device came to.
 *
 * @param event none if nothing is known yet: the step is taken again after a while
 * @param fact in words, without secrets
 * @param stood what stood right before it was restarted
 */
record StepOutcome(Optional<RolloutEvent> event, String fact, Optional<Stood> stood) {

    /** @param revision of the running configuration */
    record Stood(int revision, List<String> neighbours) {}

    static StepOutcome of(RolloutEvent event, String fact) {
        return new StepOutcome(Optional.of(event), fact, Optional.empty());
    }

    static StepOutcome again(String fact) {
        return new StepOutcome(Optional.empty(), fact, Optional.empty());
    }

    StepOutcome after(Stood what) {
        return new StepOutcome(event, fact, Optional.of(what));
    }
}

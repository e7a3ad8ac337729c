package chaperone.server.run;

import chaperone.core.change.DeviceEvent;
import java.time.Instant;
import java.util.Optional;

/**
 * What a step on a device came to.
 *
 * @param event none if nothing is known yet: the step is taken again after a while
 * @param fact in words, without secrets
 * @param stands what the device runs now, where that is to be kept
 * @param guardUntil when the device's guard, if one was set, will have undone it
 */
record StepResult(Optional<DeviceEvent> event, String fact, Optional<Instant> guardUntil, Optional<String> stands) {
    static StepResult of(DeviceEvent event, String fact) {
        return new StepResult(Optional.of(event), fact, Optional.empty(), Optional.empty());
    }

    static StepResult again(String fact) {
        return new StepResult(Optional.empty(), fact, Optional.empty(), Optional.empty());
    }

    StepResult standing(String text) {
        return new StepResult(event, fact, guardUntil, Optional.of(text));
    }

    StepResult guarded(Optional<Instant> until) {
        return new StepResult(event, fact, until, stands);
    }
}

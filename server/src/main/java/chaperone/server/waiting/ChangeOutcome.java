package chaperone.server.waiting;

import chaperone.core.change.DeviceState;
import chaperone.server.change.ChangeState;
import java.util.List;
import java.util.Optional;

/**
 * What came of a change, for programs.
 *
 * @param isOver whether its newest run has ended
 * @param success whether it stands on every device of that run
 * @param run the number of that run; absent as long as there was none
 */
record ChangeOutcome(
        long change,
        ChangeState state,
        boolean isOver,
        boolean success,
        Optional<Integer> run,
        List<DeviceOutcome> devices) {

    /** @param fact what was seen last, in a few words */
    record DeviceOutcome(String device, DeviceState state, boolean success, String fact) {}
}

package chaperone.server.run;

import chaperone.core.change.AddressMove;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.Decision;
import chaperone.core.change.Promise;
import chaperone.core.patch.EditGuard;
import chaperone.core.platform.Platform;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;

/**
 * What a step on a device needs to know.
 *
 * @param change the number of the change
 * @param move where else the device may be found, if its commands give it another address and it may be followed there
 * @param guard how long a guard lasts
 * @param savesFirst whether lines that are not saved are saved before the guard
 * @param breaks how often it was not known what stands there
 * @param stillHeld throws if the device's lease is lost: nothing may be written any more
 * @param by whoever started the run
 */
record StepContext(
        long change,
        long device,
        Promise promise,
        Optional<AddressMove> move,
        Platform platform,
        ConfigModel model,
        Decision decision,
        Duration guard,
        boolean savesFirst,
        Optional<Instant> probedFrom,
        int breaks,
        Runnable stillHeld,
        String by) {

    /** What is told to the device about its guard; the same in every step, so that it fits after a break, too. */
    EditGuard.Terms terms() {
        return new EditGuard.Terms(guard, "chaperone-C-" + change);
    }
}

package chaperone.core.change;

import static chaperone.core.change.DeviceState.EXACT;
import static chaperone.core.change.DeviceState.GIVEN_BACK;
import static chaperone.core.change.DeviceState.GIVING_BACK;
import static chaperone.core.change.DeviceState.MOVED;
import static chaperone.core.change.DeviceState.STUCK;
import static chaperone.core.change.DeviceState.UNTOUCHED;

import java.util.Collection;
import java.util.Set;

/** What a run does with all of its devices; written once, before the first device is told. */
public enum Decision {
    OPEN,
    KEEP,
    BACK;

    private static final Set<DeviceState> FAILED = Set.of(GIVING_BACK, GIVEN_BACK, MOVED, UNTOUCHED, STUCK);

    /** Whether a device did not come to what was promised. */
    static boolean hasFailed(DeviceState state) {
        return FAILED.contains(state);
    }

    /**
     * All or none: kept only once every device is exact, given back as soon as one is not. A decision to keep falls only
     * when a device that is still there refuses it.
     *
     * @param isStopped whether somebody wants the run to end; too late once it is decided
     */
    public Decision then(Collection<DeviceState> states, boolean isStopped) {
        return switch (this) {
            case BACK -> BACK;
            case KEEP -> states.contains(GIVING_BACK) ? BACK : KEEP;
            case OPEN -> {
                if (isStopped || states.stream().anyMatch(FAILED::contains)) yield BACK;
                yield states.stream().allMatch(EXACT::equals) ? KEEP : OPEN;
            }
        };
    }
}

package chaperone.core.change;

import static chaperone.core.change.Decision.BACK;
import static chaperone.core.change.Decision.KEEP;
import static chaperone.core.change.Decision.OPEN;
import static chaperone.core.change.DeviceState.*;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Every move that a device may make during a run: state, event, the run's decision, next state. */
public final class RunTable {
    private record Move(DeviceState state, DeviceEvent event, Decision decision) {}

    private static final Map<Move, DeviceState> MOVES = new HashMap<>();

    static {
        move(WAITING, DeviceEvent.BEGUN, OPEN, READING);
        move(WAITING, DeviceEvent.NOT_REACHED, OPEN, UNTOUCHED);
        move(WAITING, DeviceEvent.DECIDED, BACK, UNTOUCHED);

        move(READING, DeviceEvent.FITS, OPEN, READY);
        move(READING, DeviceEvent.HAS_MOVED, OPEN, MOVED);
        move(READING, DeviceEvent.NOT_REACHED, OPEN, UNTOUCHED);
        move(READING, DeviceEvent.DECIDED, BACK, UNTOUCHED);
        always(READING, DeviceEvent.BROKEN, WAITING);

        move(READY, DeviceEvent.BEGUN, OPEN, LOADING);
        move(READY, DeviceEvent.DECIDED, BACK, UNTOUCHED);
        always(READY, DeviceEvent.BROKEN, WAITING);

        always(LOADING, DeviceEvent.LOADED, CHECKING);
        always(LOADING, DeviceEvent.REFUSED, GIVING_BACK);
        always(LOADING, DeviceEvent.UNKNOWN, PROBING);
        always(LOADING, DeviceEvent.BROKEN, PROBING);
        move(LOADING, DeviceEvent.NOT_REACHED, OPEN, UNTOUCHED);
        move(LOADING, DeviceEvent.HAS_MOVED, OPEN, MOVED);
        move(LOADING, DeviceEvent.HAS_MOVED, KEEP, GIVING_BACK);
        move(LOADING, DeviceEvent.NOT_REACHED, KEEP, PROBING);
        move(LOADING, DeviceEvent.DECIDED, BACK, GIVING_BACK);

        move(CHECKING, DeviceEvent.PROMISE_KEPT, OPEN, EXACT);
        move(CHECKING, DeviceEvent.PROMISE_KEPT, KEEP, KEEPING);
        move(CHECKING, DeviceEvent.PROMISE_KEPT, BACK, GIVING_BACK);
        always(CHECKING, DeviceEvent.PROMISE_BROKEN, GIVING_BACK);
        always(CHECKING, DeviceEvent.UNKNOWN, PROBING);
        always(CHECKING, DeviceEvent.BROKEN, PROBING);
        move(CHECKING, DeviceEvent.DECIDED, BACK, GIVING_BACK);

        move(EXACT, DeviceEvent.DECIDED, KEEP, KEEPING);
        move(EXACT, DeviceEvent.DECIDED, BACK, GIVING_BACK);
        always(EXACT, DeviceEvent.BROKEN, PROBING);

        always(KEEPING, DeviceEvent.SAVED, KEPT);
        always(KEEPING, DeviceEvent.UNKNOWN, PROBING);
        always(KEEPING, DeviceEvent.BROKEN, PROBING);
        always(KEEPING, DeviceEvent.PROMISE_BROKEN, PROBING);
        move(KEEPING, DeviceEvent.DECIDED, BACK, GIVING_BACK);

        always(GIVING_BACK, DeviceEvent.BACK, GIVEN_BACK);
        always(GIVING_BACK, DeviceEvent.NOT_BACK, STUCK);
        always(GIVING_BACK, DeviceEvent.UNKNOWN, PROBING);
        always(GIVING_BACK, DeviceEvent.BROKEN, PROBING);

        move(PROBING, DeviceEvent.BASE_STANDS, OPEN, GIVING_BACK);
        move(PROBING, DeviceEvent.BASE_STANDS, BACK, GIVING_BACK);
        // Its guard had run out meanwhile: it is loaded once more.
        move(PROBING, DeviceEvent.BASE_STANDS, KEEP, LOADING);
        move(PROBING, DeviceEvent.PROMISE_STANDS, OPEN, CHECKING);
        move(PROBING, DeviceEvent.PROMISE_STANDS, KEEP, KEEPING);
        move(PROBING, DeviceEvent.PROMISE_STANDS, BACK, GIVING_BACK);
        move(PROBING, DeviceEvent.OTHER_STANDS, OPEN, GIVING_BACK);
        move(PROBING, DeviceEvent.OTHER_STANDS, BACK, GIVING_BACK);
        move(PROBING, DeviceEvent.OTHER_STANDS, KEEP, LOADING);
        always(PROBING, DeviceEvent.LOST, STUCK);
        always(PROBING, DeviceEvent.REFUSED, STUCK);
        always(PROBING, DeviceEvent.BROKEN, PROBING);

        // A decision to keep fell: what is kept already goes back, too.
        move(KEPT, DeviceEvent.DECIDED, BACK, GIVING_BACK);
    }

    private RunTable() {}

    private static void move(DeviceState state, DeviceEvent event, Decision decision, DeviceState next) {
        MOVES.put(new Move(state, event, decision), next);
    }

    private static void always(DeviceState state, DeviceEvent event, DeviceState next) {
        for (Decision decision : Decision.values()) move(state, event, decision, next);
    }

    /** Nothing if the event means nothing in this state. */
    public static Optional<DeviceState> find(DeviceState state, DeviceEvent event, Decision decision) {
        return Optional.ofNullable(MOVES.get(new Move(state, event, decision)));
    }

    /** @throws IllegalArgumentException if the event is not one that can happen there */
    public static DeviceState next(DeviceState state, DeviceEvent event, Decision decision) {
        return find(state, event, decision)
                .orElseThrow(
                        () -> new IllegalArgumentException(event + " cannot happen in " + state + " with " + decision));
    }
}

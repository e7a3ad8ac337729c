package chaperone.core.release;

import static chaperone.core.release.RolloutState.*;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;

/** Every move that a device may make during a rollout: state, event, next state. */
public final class RolloutTable {
    private record Move(RolloutState state, RolloutEvent event) {}

    private static final Map<Move, RolloutState> MOVES = new HashMap<>();

    static {
        move(WAITING, RolloutEvent.BEGUN, PREPARING);
        move(WAITING, RolloutEvent.LEAVE, LEFT);

        move(PREPARING, RolloutEvent.PREPARED, READY);
        move(PREPARING, RolloutEvent.HAS_IT, DONE);
        move(PREPARING, RolloutEvent.NOT_PREPARED, NOT_READY);
        // A file that lies there whole is not sent again.
        move(PREPARING, RolloutEvent.BROKEN, WAITING);

        move(READY, RolloutEvent.BEGUN, SWITCHING);
        move(READY, RolloutEvent.LEAVE, LEFT);

        move(SWITCHING, RolloutEvent.SWITCHED, RETURNING);
        move(SWITCHING, RolloutEvent.REFUSED, NOT_TAKEN);
        move(SWITCHING, RolloutEvent.NOT_PREPARED, NOT_READY);
        // Whether it was told to restart is not known: it is looked at.
        move(SWITCHING, RolloutEvent.BROKEN, RETURNING);

        move(RETURNING, RolloutEvent.BACK, VERIFYING);
        move(RETURNING, RolloutEvent.OTHER_RELEASE, OTHER_RELEASE);
        move(RETURNING, RolloutEvent.NOT_RESTARTED, READY);
        move(RETURNING, RolloutEvent.GONE, NOT_BACK);
        move(RETURNING, RolloutEvent.BROKEN, RETURNING);

        move(VERIFYING, RolloutEvent.VERIFIED, DONE);
        move(VERIFYING, RolloutEvent.DIFFERS, NOT_AS_BEFORE);
        move(VERIFYING, RolloutEvent.BROKEN, VERIFYING);

        for (RolloutState stopped : RolloutState.values()) {
            if (!stopped.needsDecision()) continue;
            move(stopped, RolloutEvent.LEAVE, LEFT);
            move(stopped, RolloutEvent.RETRY, stopped == NOT_AS_BEFORE ? VERIFYING : WAITING);
        }
        // It may have come back since.
        move(NOT_BACK, RolloutEvent.RETRY, RETURNING);
    }

    private RolloutTable() {}

    private static void move(RolloutState state, RolloutEvent event, RolloutState next) {
        MOVES.put(new Move(state, event), next);
    }

    /** Nothing if the event means nothing in this state. */
    public static Optional<RolloutState> find(RolloutState state, RolloutEvent event) {
        return Optional.ofNullable(MOVES.get(new Move(state, event)));
    }

    /** @throws IllegalArgumentException if the event is not one that can happen there */
    public static RolloutState next(RolloutState state, RolloutEvent event) {
        return find(state, event).orElseThrow(() -> new IllegalArgumentException(event + " cannot happen in " + state));
    }
}

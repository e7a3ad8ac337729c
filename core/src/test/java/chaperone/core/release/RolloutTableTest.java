package chaperone.core.release;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.EnumSet;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class RolloutTableTest {

    private static Set<RolloutState> reachable(RolloutState from) {
        Set<RolloutState> seen = EnumSet.of(from);
        Deque<RolloutState> open = new ArrayDeque<>(seen);
        while (!open.isEmpty()) {
            RolloutState state = open.pop();
            for (RolloutEvent event : RolloutEvent.values())
                RolloutTable.find(state, event).filter(seen::add).ifPresent(open::push);
        }
        return seen;
    }

    @Test
    void everyStateIsReachedFromTheFirst() {
        assertThat(reachable(RolloutState.WAITING)).containsExactlyInAnyOrder(RolloutState.values());
    }

    /** Whatever has happened, a device can still end well, or be left. */
    @ParameterizedTest
    @EnumSource
    void everyUnsettledStateLeadsToAnEnd(RolloutState state) {
        if (state.isSettled()) assertThat(reachable(state)).containsExactly(state);
        else assertThat(reachable(state)).contains(RolloutState.DONE, RolloutState.LEFT);
    }

    /** A process that dies leaves no device in a state that nobody goes on from. */
    @ParameterizedTest
    @EnumSource
    void everyStepOutlivesItsProcess(RolloutState state) {
        assertThat(RolloutTable.find(state, RolloutEvent.BROKEN).isPresent()).isEqualTo(state.isStep());
    }

    /** A device is told to restart once: after that it is looked at before it is told again. */
    @Test
    void nothingIsSwitchedTwiceWithoutALook() {
        RolloutState after = RolloutTable.next(RolloutState.SWITCHING, RolloutEvent.BROKEN);
        assertThat(after).isEqualTo(RolloutState.RETURNING);
        assertThat(Arrays.stream(RolloutEvent.values())
                        .filter(event -> RolloutTable.find(after, event)
                                .filter(RolloutState.READY::equals)
                                .isPresent()))
                .containsExactly(RolloutEvent.NOT_RESTARTED);
    }

    @ParameterizedTest
    @EnumSource
    void whatNeedsADecisionCanBeTriedAgainOrLeft(RolloutState state) {
        assertThat(RolloutTable.find(state, RolloutEvent.RETRY).isPresent()).isEqualTo(state.needsDecision());
        if (state.needsDecision())
            assertThat(RolloutTable.next(state, RolloutEvent.LEAVE)).isEqualTo(RolloutState.LEFT);
    }
}

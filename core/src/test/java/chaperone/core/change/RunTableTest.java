package chaperone.core.change;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RunTableTest {
    private static final Set<DeviceState> WITH_BASE =
            EnumSet.of(DeviceState.GIVEN_BACK, DeviceState.UNTOUCHED, DeviceState.MOVED, DeviceState.WAITING);

    private enum Stands {
        BASE,
        PROMISE,
        OTHER
    }

    /** A device that takes commands, or refuses them, or loses the line in the middle; its guard may run out at any time. */
    private static final class Device {
        private final Random random;
        private final double trouble;
        private DeviceState state = DeviceState.WAITING;
        private Stands stands = Stands.BASE;
        private boolean isGuarded;
        private int probes;

        Device(Random random, double trouble) {
            this.random = random;
            this.trouble = trouble;
        }

        private boolean goesWrong() {
            return random.nextDouble() < trouble;
        }

        void happen(DeviceEvent event, Decision decision) {
            state = RunTable.next(state, event, decision);
        }

        void told(Decision decision) {
            RunTable.find(state, DeviceEvent.DECIDED, decision).ifPresent(next -> state = next);
        }

        void guardMayRunOut() {
            if (!isGuarded || !goesWrong()) return;
            stands = Stands.BASE;
            isGuarded = false;
        }

        void step(Decision decision) {
            switch (state) {
                case WAITING -> happen(DeviceEvent.BEGUN, decision);
                case READING ->
                    happen(
                            goesWrong()
                                    ? random.nextBoolean() ? DeviceEvent.HAS_MOVED : DeviceEvent.NOT_REACHED
                                    : DeviceEvent.FITS,
                            decision);
                case READY -> happen(DeviceEvent.BEGUN, decision);
                case LOADING -> happen(load(), decision);
                case CHECKING ->
                    happen(
                            goesWrong()
                                    ? DeviceEvent.UNKNOWN
                                    : stands == Stands.PROMISE ? DeviceEvent.PROMISE_KEPT : DeviceEvent.PROMISE_BROKEN,
                            decision);
                case KEEPING -> happen(keep(), decision);
                case GIVING_BACK -> happen(giveBack(), decision);
                case PROBING -> happen(probe(), decision);
                default -> {
                    // It waits for the others, or the run is done with it.
                }
            }
        }

        private DeviceEvent load() {
            if (!goesWrong()) {
                stands = Stands.PROMISE;
                isGuarded = true;
                return DeviceEvent.LOADED;
            }
            isGuarded = random.nextBoolean();
            stands = Stands.values()[random.nextInt(3)];
            return random.nextBoolean() ? DeviceEvent.REFUSED : DeviceEvent.UNKNOWN;
        }

        private DeviceEvent keep() {
            if (goesWrong()) return DeviceEvent.UNKNOWN;
            if (stands != Stands.PROMISE) return DeviceEvent.PROMISE_BROKEN;
            isGuarded = false;
            return DeviceEvent.SAVED;
        }

        private DeviceEvent giveBack() {
            if (goesWrong()) return DeviceEvent.UNKNOWN;
            stands = Stands.BASE;
            isGuarded = false;
            return DeviceEvent.BACK;
        }

        private DeviceEvent probe() {
            if (++probes > 60) return DeviceEvent.LOST;
            return switch (stands) {
                case BASE -> DeviceEvent.BASE_STANDS;
                case PROMISE -> DeviceEvent.PROMISE_STANDS;
                case OTHER -> DeviceEvent.OTHER_STANDS;
            };
        }

        void processDies(Decision decision) {
            RunTable.find(state, DeviceEvent.BROKEN, decision).ifPresent(next -> state = next);
        }
    }

    /** The run as the server walks it: each device one step, then the decision, with a process that dies now and then. */
    private static Decision run(List<Device> devices, Random random, boolean isStopped) {
        Decision decision = Decision.OPEN;
        for (int round = 0; round < 10_000; round++) {
            decision =
                    decision.then(devices.stream().map(device -> device.state).toList(), isStopped && round > 3);
            for (Device device : devices) device.told(decision);
            if (devices.stream().allMatch(device -> device.state.isFinal())) return decision;
            for (Device device : devices) {
                device.guardMayRunOut();
                device.step(decision);
            }
            if (random.nextInt(12) == 0) {
                for (Device device : devices) device.processDies(decision);
            }
        }
        throw new AssertionError("The run never ends");
    }

    @Test
    void endsOnAllDevicesOrOnNoneAndSaysWhatStands() {
        Random random = new Random(16);
        int kept = 0;
        int back = 0;
        for (int i = 0; i < 20_000; i++) {
            List<Device> devices = new ArrayList<>();
            double trouble = random.nextInt(4) * 0.05;
            for (int n = random.nextInt(5) + 1; n > 0; n--) devices.add(new Device(random, trouble));
            Decision decision = run(devices, random, random.nextInt(10) == 0);
            if (decision == Decision.KEEP) kept++;
            else back++;
            for (Device device : devices) {
                if (device.state == DeviceState.STUCK) continue;
                if (decision == Decision.KEEP) {
                    assertThat(device.state).isEqualTo(DeviceState.KEPT);
                    assertThat(device.stands).isEqualTo(Stands.PROMISE);
                } else {
                    assertThat(WITH_BASE).contains(device.state);
                    assertThat(device.stands).isEqualTo(Stands.BASE);
                }
            }
        }
        assertThat(kept).isGreaterThan(1_000);
        assertThat(back).isGreaterThan(1_000);
    }

    @Test
    void nothingHappensToWhatIsFinalUnlessTheDecisionFalls() {
        for (DeviceState state : DeviceState.values()) {
            if (!state.isFinal()) continue;
            for (DeviceEvent event : DeviceEvent.values()) {
                boolean falls = state == DeviceState.KEPT && event == DeviceEvent.DECIDED;
                assertThat(RunTable.find(state, event, Decision.BACK).isPresent())
                        .isEqualTo(falls);
                assertThat(RunTable.find(state, event, Decision.KEEP)).isEmpty();
            }
        }
    }

    @Test
    void everyStateThatIsNotFinalCanBeLeft() {
        for (DeviceState state : DeviceState.values()) {
            if (state.isFinal()) continue;
            assertThat(DeviceEvent.values())
                    .anyMatch(event -> RunTable.find(state, event, Decision.OPEN)
                            .filter(next -> next != state)
                            .isPresent());
            assertThat(RunTable.find(state, DeviceEvent.BROKEN, Decision.OPEN).isPresent())
                    .isEqualTo(state != DeviceState.WAITING);
        }
    }

    @Test
    void refusesAnEventThatCannotHappen() {
        assertThatIllegalArgumentException()
                .isThrownBy(() -> RunTable.next(DeviceState.KEPT, DeviceEvent.LOADED, Decision.KEEP))
                .withMessage("LOADED cannot happen in KEPT with KEEP");
    }
}

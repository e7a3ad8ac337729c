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
        private Decision decision = Decision.OPEN;
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

        void happen(DeviceEvent event) {
            state = RunTable.next(state, event, decision);
        }

        void told(Decision made) {
            decision = made;
            RunTable.find(state, DeviceEvent.DECIDED, decision).ifPresent(next -> state = next);
        }

        void guardMayRunOut() {
            if (!isGuarded || !goesWrong()) return;
            stands = Stands.BASE;
            isGuarded = false;
        }

        void step() {
            switch (state) {
                case WAITING -> happen(DeviceEvent.BEGUN);
                case READING ->
                    happen(
                            goesWrong()
                                    ? random.nextBoolean() ? DeviceEvent.HAS_MOVED : DeviceEvent.NOT_REACHED
                                    : DeviceEvent.FITS);
                case READY -> happen(DeviceEvent.BEGUN);
                case LOADING -> happen(load());
                case CHECKING ->
                    happen(
                            goesWrong()
                                    ? DeviceEvent.UNKNOWN
                                    : stands == Stands.PROMISE ? DeviceEvent.PROMISE_KEPT : DeviceEvent.PROMISE_BROKEN);
                case KEEPING -> happen(keep());
                case GIVING_BACK -> happen(giveBack());
                case PROBING -> happen(probe());
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

        void processDies() {
            RunTable.find(state, DeviceEvent.BROKEN, decision).ifPresent(next -> state = next);
        }
    }

    /** The run as the server walks it: what is decided, then a step of each, with a process that dies now and then. */
    private static void run(List<Device> devices, RunManner manner, Random random, boolean isStopped) {
        for (int round = 0; round < 10_000; round++) {
            List<RunManner.Line> lines = devices.stream()
                    .map(device -> new RunManner.Line(device.decision, device.state, false))
                    .toList();
            List<Decision> decisions = manner.decide(lines, isStopped && round > 3);
            for (int i = 0; i < devices.size(); i++) devices.get(i).told(decisions.get(i));
            if (devices.stream().allMatch(device -> device.state.isFinal())) return;
            List<DeviceState> states =
                    devices.stream().map(device -> device.state).toList();
            boolean areAllRead = !states.contains(DeviceState.WAITING) && !states.contains(DeviceState.READING);
            Set<Integer> begin = areAllRead ? Set.copyOf(manner.next(states)) : Set.of();
            for (int i = 0; i < devices.size(); i++) {
                devices.get(i).guardMayRunOut();
                if (states.get(i) != DeviceState.READY || begin.contains(i))
                    devices.get(i).step();
            }
            long loading = devices.stream()
                    .filter(device -> device.state == DeviceState.LOADING)
                    .count();
            // What is decided goes on wherever it stands.
            boolean isDecided = devices.stream().anyMatch(device -> device.decision == Decision.KEEP);
            if (manner.atOnce() > 0 && !isDecided) assertThat(loading).isLessThanOrEqualTo(manner.atOnce());
            if (random.nextInt(12) == 0) devices.forEach(Device::processDies);
        }
        throw new AssertionError("The run never ends");
    }

    private static List<Device> devices(Random random) {
        List<Device> devices = new ArrayList<>();
        double trouble = random.nextInt(4) * 0.05;
        for (int n = random.nextInt(5) + 1; n > 0; n--) devices.add(new Device(random, trouble));
        return devices;
    }

    @Test
    void endsOnAllDevicesOrOnNoneAndSaysWhatStands() {
        Random random = new Random(16);
        int kept = 0;
        int back = 0;
        for (int i = 0; i < 20_000; i++) {
            List<Device> devices = devices(random);
            run(devices, new RunManner(true, random.nextInt(4), 1), random, random.nextInt(10) == 0);
            Decision decision = devices.get(0).decision;
            assertThat(devices).allMatch(device -> device.decision == decision);
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

    /** Device by device each stands alone, one after the other in their order if so wished, and too many failures end it. */
    @Test
    void deviceByDeviceEachSaysWhatStandsOnIt() {
        Random random = new Random(17);
        int mixed = 0;
        int halted = 0;
        for (int i = 0; i < 20_000; i++) {
            List<Device> devices = devices(random);
            RunManner manner = new RunManner(false, random.nextInt(3), 1 + random.nextInt(2));
            run(devices, manner, random, random.nextInt(10) == 0);
            long kept = devices.stream()
                    .filter(device -> device.state == DeviceState.KEPT)
                    .count();
            if (kept > 0 && kept < devices.size()) mixed++;
            if (devices.stream().anyMatch(device -> device.state == DeviceState.UNTOUCHED)) halted++;
            for (Device device : devices) {
                if (device.state == DeviceState.STUCK) continue;
                boolean isKept = device.state == DeviceState.KEPT;
                assertThat(device.stands).isEqualTo(isKept ? Stands.PROMISE : Stands.BASE);
                if (!isKept) assertThat(WITH_BASE).contains(device.state);
            }
        }
        assertThat(mixed).isGreaterThan(1_000);
        assertThat(halted).isGreaterThan(500);
    }

    @Test
    void inASequenceNoneBeginsAfterTheFirstFailure() {
        RunManner manner = new RunManner(false, 1, 1);
        List<DeviceState> states = List.of(DeviceState.KEPT, DeviceState.GIVEN_BACK, DeviceState.READY);
        List<Decision> decisions = manner.decide(
                states.stream()
                        .map(state -> new RunManner.Line(
                                state == DeviceState.READY ? Decision.OPEN : Decision.KEEP, state, false))
                        .toList(),
                false);
        assertThat(decisions.get(2)).isEqualTo(Decision.BACK);
        assertThat(decisions.get(0)).isEqualTo(Decision.KEEP);
        assertThat(manner.next(List.of(DeviceState.LOADING, DeviceState.READY))).isEmpty();
        assertThat(manner.next(List.of(DeviceState.KEPT, DeviceState.READY, DeviceState.READY)))
                .containsExactly(1);
        assertThat(RunManner.TOGETHER.next(List.of(DeviceState.READY, DeviceState.LOADING, DeviceState.READY)))
                .containsExactly(0, 2);
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

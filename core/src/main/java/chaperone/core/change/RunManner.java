package chaperone.core.change;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * How a run goes over its devices.
 *
 * @param isAllOrNone whether nothing is kept before every device is exact; else each stands alone
 * @param atOnce how many are given their commands side by side; 0 for all of them
 * @param stopAfter device by device: how many may fail before no further one begins
 */
public record RunManner(boolean isAllOrNone, int atOnce, int stopAfter) {
    public static final RunManner TOGETHER = new RunManner(true, 0, 1);

    private static final Set<DeviceState> NOT_TOLD =
            Set.of(DeviceState.WAITING, DeviceState.READING, DeviceState.READY);
    private static final Set<DeviceState> IN_HAND = Set.of(
            DeviceState.LOADING,
            DeviceState.CHECKING,
            DeviceState.KEEPING,
            DeviceState.GIVING_BACK,
            DeviceState.PROBING);

    public RunManner {
        if (atOnce < 0 || stopAfter < 1) throw new IllegalArgumentException("No run goes so");
    }

    /** A device in a run: its decision so far, and whether its guard would run out before it is kept. */
    public record Line(Decision decision, DeviceState state, boolean isTooLate) {}

    /**
     * What is decided on each device now. All or none: the same on all of them. Device by device: each by itself, but none
     * begins any more once too many have failed.
     *
     * @param isStopped whether somebody wants the run to end; too late for what is decided
     */
    public List<Decision> decide(List<Line> lines, boolean isStopped) {
        List<DeviceState> states = lines.stream().map(Line::state).toList();
        if (isAllOrNone) {
            boolean ends = isStopped || lines.stream().anyMatch(Line::isTooLate);
            Decision before = lines.isEmpty() ? Decision.OPEN : lines.get(0).decision();
            Decision all = before.then(states, ends);
            return lines.stream().map(line -> all).toList();
        }
        boolean isHalted = states.stream().filter(Decision::hasFailed).count() >= stopAfter;
        return lines.stream()
                .map(line -> line.decision()
                        .then(
                                List.of(line.state()),
                                isStopped || line.isTooLate() || isHalted && NOT_TOLD.contains(line.state())))
                .toList();
    }

    /** Places of the devices that may be given their commands next, in their order. */
    public List<Integer> next(List<DeviceState> states) {
        long inHand = states.stream().filter(IN_HAND::contains).count();
        long free = atOnce == 0 ? states.size() : Math.max(0, atOnce - inHand);
        List<Integer> next = new ArrayList<>();
        IntStream.range(0, states.size())
                .filter(place -> states.get(place) == DeviceState.READY)
                .limit(free)
                .forEach(next::add);
        return next;
    }
}

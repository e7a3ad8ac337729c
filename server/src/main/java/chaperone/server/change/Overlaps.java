package chaperone.server.change;

import chaperone.core.change.Remark;
import chaperone.core.structure.ConfigPath;
import chaperone.core.structure.Difference;
import chaperone.core.structure.Difference.Spot;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Which statements of a device other open changes alter, by its key. */
record Overlaps(Map<Long, List<Other>> byDevice) {
    /** A change, and what it alters on the device. */
    record Other(long change, List<ConfigPath> paths) {}

    Overlaps {
        byDevice = Map.copyOf(byDevice);
    }

    static List<ConfigPath> paths(DevicePlan plan) {
        return plan.target().differences().withMeaning().differences().stream()
                .map(Difference::spot)
                .map(Spot::path)
                .toList();
    }

    /** One remark for each of them that alters a statement of the plan, one above it, or one below. */
    List<Remark> with(DevicePlan plan) {
        List<ConfigPath> own = paths(plan);
        return byDevice.getOrDefault(plan.device().id(), List.of()).stream()
                .flatMap(other -> shared(own, other).stream().map(path -> remark(path, other)))
                .toList();
    }

    /** Only the part at the top, first of all: so whatever is secret in it is masked. */
    private static Remark remark(ConfigPath path, Other other) {
        String part = path.steps().isEmpty() ? "" : path.steps().get(0).toString();
        return new Remark(Remark.Kind.OTHER_CHANGE, part + " (C-" + other.change() + ")");
    }

    private static Optional<ConfigPath> shared(List<ConfigPath> own, Other other) {
        return own.stream()
                .filter(path ->
                        other.paths().stream().anyMatch(their -> path.isAtOrBelow(their) || their.isAtOrBelow(path)))
                .findFirst();
    }
}

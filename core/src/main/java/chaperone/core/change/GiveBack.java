package chaperone.core.change;

import chaperone.core.change.ConfigEdit.Differing;
import chaperone.core.change.ConfigEdit.Misfit;
import chaperone.core.patch.Patch;
import chaperone.core.structure.ConfigPath;
import chaperone.core.structure.Difference;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/**
 * How a device is led back to what stood before a run, from whatever stands there now: only some of the commands may have
 * arrived, and somebody else may have altered other lines at the same time. Those are left alone.
 *
 * @param commands nothing if nothing of the run stands any more
 * @param foreign what differs from before the run and is none of its doing
 * @param misfits statements of the run that somebody else has altered since
 */
public record GiveBack(Patch commands, List<String> foreign, List<Misfit> misfits) {
    public GiveBack {
        foreign = List.copyOf(foreign);
        misfits = List.copyOf(misfits);
    }

    public static GiveBack from(String stands, Promise promise, ConfigModel model) {
        // A device shows what has no name in an order of its own: then its paths tell nothing, and the whole does.
        if (promise.isKeptBy(stands, model))
            return new GiveBack(model.patch(stands, promise.base()), List.of(), List.of());
        // Where one statement takes the place of another, only the one or only the other may have come.
        List<ConfigPath> ours = Stream.concat(
                        paths(promise.base(), promise.text(), model).stream(),
                        paths(promise.text(), promise.base(), model).stream())
                .toList();
        List<String> foreign = paths(promise.base(), stands, model).stream()
                .filter(path -> ours.stream().noneMatch(own -> path.isAtOrBelow(own) || own.isAtOrBelow(path)))
                .map(ConfigPath::toString)
                .toList();
        if (foreign.isEmpty()) return new GiveBack(model.patch(stands, promise.base()), foreign, List.of());
        Differing back = new Differing(promise.text(), promise.base(), Set.of(), Set.of());
        ConfigEdit.Outcome outcome = back.applyTo(stands, model);
        if (outcome instanceof ConfigEdit.Outcome.Refused refused)
            return new GiveBack(new Patch(List.of()), foreign, refused.misfits());
        String target = ((ConfigEdit.Outcome.Applied) outcome).text();
        return new GiveBack(model.patch(stands, target), foreign, List.of());
    }

    /** Whether nothing of the run stands any more. */
    public boolean isDone() {
        return commands.isEmpty() && misfits.isEmpty();
    }

    private static List<ConfigPath> paths(String before, String after, ConfigModel model) {
        return model.differences(before, after).withMeaning().differences().stream()
                .map(Difference::spot)
                .map(Difference.Spot::path)
                .toList();
    }
}

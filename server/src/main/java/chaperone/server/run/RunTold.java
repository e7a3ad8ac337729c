package chaperone.server.run;

import chaperone.core.change.ConfigModel;
import chaperone.core.change.Promise;
import chaperone.core.platform.Platform;
import chaperone.server.compare.CompareView;
import chaperone.server.compare.TextComparison;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.secret.SecretMasks;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a run told a device, from what it started from and what it promised; secrets are masked. */
@Component
class RunTold {
    private static final int CONTEXT = 3;

    private final RunDeviceRepository lines;
    private final RunTexts texts;
    private final Fleet fleet;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final TextComparison comparisons;
    private final SecretMasks masks;

    /** @param undo what would have led it back */
    record ToldView(List<String> commands, List<String> undo, CompareView comparison) {}

    RunTold(
            RunDeviceRepository lines,
            RunTexts texts,
            Fleet fleet,
            NoiseRules noise,
            PlatformRegistry platforms,
            TextComparison comparisons,
            SecretMasks masks) {
        this.lines = lines;
        this.texts = texts;
        this.fleet = fleet;
        this.noise = noise;
        this.platforms = platforms;
        this.comparisons = comparisons;
        this.masks = masks;
    }

    /** Nothing of a device that is not in the fleet any more. */
    Optional<ToldView> find(ChangeRun run, String name) {
        return fleet.named(name).map(device -> view(run, device.name()));
    }

    ToldView view(ChangeRun run, String name) {
        Device device = fleet.get(name);
        Promise promise = lines.findByRunIdOrderByPosition(run.id()).stream()
                .filter(line -> line.device() == device.id())
                .map(texts::promise)
                .findFirst()
                .orElseThrow(() -> ProblemException.notFound("device of this run", name));
        Platform platform = platforms.get(device.platform());
        ConfigModel model = ConfigModel.of(platform, noise.of(device));
        return new ToldView(
                shown(platform, model.patch(promise.base(), promise.text()).lines()),
                shown(platform, model.patch(promise.text(), promise.base()).lines()),
                comparisons.between(device, model.written(promise.base()), model.written(promise.text()), CONTEXT));
    }

    private List<String> shown(Platform platform, List<String> lines) {
        return lines.stream().map(line -> masks.shown(platform, line)).toList();
    }
}

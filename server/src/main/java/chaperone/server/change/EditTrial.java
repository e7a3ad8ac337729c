package chaperone.server.change;

import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.Target;
import chaperone.core.patch.Patch;
import chaperone.core.platform.Platform;
import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What one more edit of a device would send; nothing is kept. */
@Component
public class EditTrial {
    private final Changes changes;
    private final PlatformRegistry platforms;
    private final NoiseRules noise;
    private final SecretMasks masks;

    EditTrial(Changes changes, PlatformRegistry platforms, NoiseRules noise, SecretMasks masks) {
        this.changes = changes;
        this.platforms = platforms;
        this.noise = noise;
        this.masks = masks;
    }

    /**
     * Secrets are masked.
     *
     * @param undo what would lead back
     * @param misfits why it cannot be applied, in sentences; empty if it can
     */
    public record TriedEdit(List<String> commands, List<String> undo, List<String> misfits) {}

    /** @param change whose edits come before it */
    @Transactional(readOnly = true)
    public TriedEdit of(Device device, Optional<Long> change, ConfigEdit edit) {
        Platform platform = platforms.get(device.platform());
        String base = changes.standing(device, change, Optional.empty());
        Target target = Target.of(base, List.of(edit), ConfigModel.of(platform, noise.of(device)));
        return new TriedEdit(
                shown(platform, target.commands()),
                shown(platform, target.undo()),
                target.misfits().values().stream()
                        .flatMap(List::stream)
                        .map(misfit -> masks.shown(
                                platform,
                                misfit.line()
                                                .map(line -> "Line " + (line + 1) + ": ")
                                                .orElse("")
                                        + misfit.message()))
                        .toList());
    }

    private List<String> shown(Platform platform, Patch patch) {
        return patch.lines().stream().map(line -> masks.shown(platform, line)).toList();
    }
}

package chaperone.server.template;

import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigEdit.Misfit;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.Remark;
import chaperone.core.change.Target;
import chaperone.core.platform.Platform;
import chaperone.core.structure.Port;
import chaperone.core.template.Expansion;
import chaperone.core.template.FilledDevice;
import chaperone.core.template.Mistake;
import chaperone.core.template.Template;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Fills a template in for devices, and says what that would alter on them today. */
@Component
class TemplateFilling {
    private final Fleet fleet;
    private final History history;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;

    /**
     * A device with what is filled in for it alone.
     *
     * @param values by field
     * @param ports those that were picked, by field
     */
    record DeviceValues(
            @NotBlank @Size(max = 253) String device,

            @NotNull @Size(max = 50) Map<@Size(max = 40) String, @NotNull @Size(max = 1000) String> values,

            @NotNull @Size(max = 10)
            Map<@Size(max = 40) String, @NotNull @Size(max = 2000) List<@NotNull @Size(max = 100) String>> ports) {}

    /** What comes of a template on a device. */
    record Filled(Device device, Expansion expansion) {
        Optional<List<String>> lines() {
            return expansion instanceof Expansion.Lines lines ? Optional.of(lines.lines()) : Optional.empty();
        }

        List<Mistake> mistakes() {
            return expansion instanceof Expansion.Mistaken mistaken ? mistaken.mistakes() : List.of();
        }
    }

    /**
     * What it would alter today.
     *
     * @param lines as they would be typed
     * @param commands as they would be sent: without those that alter nothing
     * @param there how many stand already; {@code defaults} say what holds without them
     * @param problems why it cannot join a change
     */
    record FilledView(
            String device,
            String site,
            String platform,
            boolean asksForPorts,
            List<String> lines,
            List<String> commands,
            long there,
            long defaults,
            List<String> problems) {}

    TemplateFilling(Fleet fleet, History history, NoiseRules noise, PlatformRegistry platforms, SecretMasks masks) {
        this.fleet = fleet;
        this.history = history;
        this.noise = noise;
        this.platforms = platforms;
        this.masks = masks;
    }

    Filled fill(Template template, Map<String, String> shared, DeviceValues wanted) {
        Device device = fleet.get(wanted.device());
        FilledDevice filled = new FilledDevice(
                device.name(),
                device.siteName(),
                device.model(),
                device.platform(),
                ports(device).stream().map(Port::name).toList(),
                wanted.values(),
                wanted.ports());
        return new Filled(device, template.expand(shared, filled));
    }

    /** The ports that the newest copy of a device's running configuration knows. */
    List<Port> ports(Device device) {
        ConfigModel model = model(device);
        return Port.of(model.read(history.newest(device, ConfigKind.RUNNING).whole()), model.structure());
    }

    private ConfigModel model(Device device) {
        return ConfigModel.of(platforms.get(device.platform()), noise.of(device));
    }

    FilledView view(Template template, Filled filled) {
        Device device = filled.device();
        boolean asksForPorts = template.asksForPorts(device.platform());
        Optional<Text> running = history.find(device, ConfigKind.RUNNING);
        List<String> problems =
                new ArrayList<>(filled.mistakes().stream().map(Templates::words).toList());
        if (running.isEmpty()) problems.add("It has never been copied: what would change is not known.");
        if (!problems.isEmpty())
            return new FilledView(
                    device.name(),
                    device.siteName(),
                    device.platform(),
                    asksForPorts,
                    List.of(),
                    List.of(),
                    0,
                    0,
                    problems);
        List<String> lines = filled.lines().orElseThrow();
        Target target = Target.of(running.get().whole(), List.of(new ConfigEdit.Typed(lines)), model(device));
        Platform platform = platforms.get(device.platform());
        return new FilledView(
                device.name(),
                device.siteName(),
                device.platform(),
                asksForPorts,
                shown(platform, lines),
                shown(platform, target.commands().lines()),
                remarks(target, Remark.Kind.STANDS_ALREADY),
                remarks(target, Remark.Kind.IS_DEFAULT),
                target.misfits().getOrDefault(0, List.of()).stream()
                        .map(misfit -> masks.shown(platform, words(misfit)))
                        .toList());
    }

    private static long remarks(Target target, Remark.Kind kind) {
        return target.remarks().stream().filter(remark -> remark.kind() == kind).count();
    }

    private static String words(Misfit misfit) {
        return misfit.line().map(line -> "Line " + (line + 1) + ": ").orElse("") + misfit.message();
    }

    private List<String> shown(Platform platform, List<String> lines) {
        return masks.shown(platform, String.join("\n", lines)).lines().toList();
    }
}

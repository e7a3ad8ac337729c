package chaperone.server.template;

import chaperone.core.change.ConfigEdit;
import chaperone.core.change.ConfigEdit.Misfit;
import chaperone.core.change.ConfigModel;
import chaperone.core.change.Remark;
import chaperone.core.change.Target;
import chaperone.core.platform.Platform;
import chaperone.core.structure.Port;
import chaperone.core.template.Expansion;
import chaperone.core.template.Field;
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
     * @param asked the fields that its text asks for, by name
     * @param lines as they would be typed
     * @param commands as they would be sent: without those that alter nothing
     * @param there how many stand already; {@code defaults} say what holds without them
     * @param problems why it cannot join a change
     */
    record FilledView(
            String device,
            String site,
            String platform,
            List<String> asked,
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
                asksForPorts(template, device)
                        ? ports(device).stream().map(Port::name).toList()
                        : List.of(),
                wanted.values(),
                wanted.ports());
        return new Filled(device, template.expand(shared, filled));
    }

    private static boolean asksForPorts(Template template, Device device) {
        return template.askedBy(device.platform()).stream().anyMatch(field -> field.kind() == Field.Kind.PORTS);
    }

    /** The ports that the newest copy of a device's running configuration knows. */
    List<Port> ports(Device device) {
        ConfigModel model = model(device);
        return history.find(device, ConfigKind.RUNNING)
                .map(running -> Port.of(model.read(running.whole()), model.structure()))
                .orElse(List.of());
    }

    private ConfigModel model(Device device) {
        return ConfigModel.of(platforms.get(device.platform()), noise.of(device));
    }

    FilledView view(Template template, Filled filled) {
        Device device = filled.device();
        List<String> asked =
                template.askedBy(device.platform()).stream().map(Field::name).toList();
        Optional<Text> running = history.find(device, ConfigKind.RUNNING);
        List<String> problems =
                new ArrayList<>(filled.mistakes().stream().map(Templates::words).toList());
        if (running.isEmpty()) problems.add("It has never been copied: what would change is not known.");
        if (!problems.isEmpty())
            return new FilledView(
                    device.name(), device.siteName(), device.platform(), asked, List.of(), List.of(), 0, 0, problems);
        List<String> lines = filled.lines().orElseThrow();
        Target target = Target.of(running.get().whole(), List.of(new ConfigEdit.Typed(lines)), model(device));
        Platform platform = platforms.get(device.platform());
        return new FilledView(
                device.name(),
                device.siteName(),
                device.platform(),
                asked,
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

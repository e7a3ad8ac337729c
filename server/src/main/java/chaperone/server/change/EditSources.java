package chaperone.server.change;

import chaperone.core.change.ConfigModel;
import chaperone.server.change.EditController.ChangeEditInput;
import chaperone.server.drift.PartKeys;
import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.standard.Soundness;
import java.util.List;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;

/** Makes edits out of what people ask for: lines, the agreed configuration, an earlier revision. */
@Component
class EditSources {
    private static final int MOST_DEVICES = 500;

    private final History history;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final Soundness soundness;
    private final ChangePlans plans;
    private final ChosenDevices chosen;

    EditSources(
            History history,
            NoiseRules noise,
            PlatformRegistry platforms,
            Soundness soundness,
            ChangePlans plans,
            ChosenDevices chosen) {
        this.chosen = chosen;
        this.plans = plans;
        this.soundness = soundness;
        this.history = history;
        this.noise = noise;
        this.platforms = platforms;
    }

    /** @throws ProblemException naming what is missing, or the device that cannot be altered */
    EditContent content(Device device, ChangeEditInput input) {
        plans.mustBeEditable(device);
        Set<String> parts = input.parts().orElse(Set.of());
        return switch (input.kind()) {
            case LINES -> EditContent.typed(lines(input));
            case PUT_BACK -> putBack(device, parts);
            case RESTORE ->
                between(
                        device,
                        history.get(device, ConfigKind.RUNNING, input.revision().orElseThrow(() -> missing("revision")))
                                .whole(),
                        parts);
            case REPAIR ->
                between(
                        device,
                        soundness.repaired(
                                device,
                                input.standard().orElseThrow(() -> missing("standard")),
                                input.tag().orElseThrow(() -> missing("tag"))),
                        parts);
            case STATEMENT -> throw missing("statement: name it by its path at the device's configuration");
            case TEMPLATE -> throw missing("template: ask for it at that template");
            case UNDO -> throw missing("change to undo: ask for it at that change");
        };
    }

    /** @param parts of the configuration; none for all of it */
    EditContent putBack(Device device, Set<String> parts) {
        return between(device, history.newest(device, ConfigKind.AGREED).whole(), parts);
    }

    /**
     * The devices that a query means.
     *
     * @throws ProblemException if there are none, too many for one change, or one that cannot be altered
     */
    List<Device> devices(String query) {
        List<Device> devices = chosen.meantBy(query);
        if (devices.isEmpty()) throw ProblemException.ofField("query", "No device is meant by it.");
        if (devices.size() > MOST_DEVICES)
            throw ProblemException.ofField(
                    "query", "It means " + devices.size() + " devices; one change has " + MOST_DEVICES + " at most.");
        devices.forEach(plans::mustBeEditable);
        return devices;
    }

    private static List<String> lines(ChangeEditInput input) {
        return said(input.lines().orElseThrow(() -> missing("lines")));
    }

    /** @throws ProblemException if nothing is said */
    static List<String> said(List<String> lines) {
        if (lines.stream().allMatch(String::isBlank)) throw missing("lines");
        return lines;
    }

    private EditContent between(Device device, String to, Set<String> parts) {
        String running = history.newest(device, ConfigKind.RUNNING).whole();
        ConfigModel model = ConfigModel.of(platforms.get(device.platform()), noise.of(device));
        return EditContent.between(running, to, PartKeys.namesOf(parts, model.differences(running, to)));
    }

    private static ProblemException missing(String field) {
        return new ProblemException(
                HttpStatus.BAD_REQUEST, "missing", "This kind of edit needs \"" + field + "\".", "Send it along.");
    }
}

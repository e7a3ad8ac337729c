package chaperone.server.change;

import chaperone.core.change.ConfigModel;
import chaperone.server.change.EditController.ChangeEditInput;
import chaperone.server.drift.PartKeys;
import chaperone.server.fleet.Device;
import chaperone.server.noise.NoiseRules;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
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
    private final History history;
    private final NoiseRules noise;
    private final PlatformRegistry platforms;
    private final Soundness soundness;
    private final ChangePlans plans;

    EditSources(History history, NoiseRules noise, PlatformRegistry platforms, Soundness soundness, ChangePlans plans) {
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
            case PUT_BACK ->
                between(device, history.newest(device, ConfigKind.AGREED).whole(), parts);
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
            case TEMPLATE -> throw missing("template: ask for it at that template");
            case UNDO -> throw missing("change to undo: ask for it at that change");
        };
    }

    private static List<String> lines(ChangeEditInput input) {
        List<String> lines = input.lines().orElseThrow(() -> missing("lines"));
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

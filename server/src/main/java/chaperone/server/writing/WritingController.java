package chaperone.server.writing;

import chaperone.core.change.ConfigModel;
import chaperone.core.config.ConfigStatement;
import chaperone.core.noise.Noise;
import chaperone.core.patch.EditLanguage;
import chaperone.core.patch.EditWay;
import chaperone.core.patch.TypedLines;
import chaperone.core.platform.Platform;
import chaperone.core.writing.LineHelp;
import chaperone.core.writing.LineHelp.Mark;
import chaperone.core.writing.LineHelp.MarkKind;
import chaperone.core.writing.LineHelp.Suggestion;
import chaperone.core.writing.Wordings;
import chaperone.server.change.Changes;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.secret.SecretMasks;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Optional;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What may stand next in lines that somebody types for a device, and what of them cannot be meant so. */
@RestController
class WritingController {
    private static final int MOST_LINES = 5000;
    private static final int LONGEST_LINE = 4000;

    private final Fleet fleet;
    private final Changes changes;
    private final PlatformRegistry platforms;
    private final SecretMasks masks;
    private final FleetWordings wordings;

    WritingController(
            Fleet fleet, Changes changes, PlatformRegistry platforms, SecretMasks masks, FleetWordings wordings) {
        this.fleet = fleet;
        this.changes = changes;
        this.platforms = platforms;
        this.masks = masks;
        this.wordings = wordings;
    }

    /**
     * @param line in which the cursor stands, from 0; {@code column} in characters, from 0
     * @param change whose edits of this device come before; {@code edit} is the one that is altered
     */
    record WrittenLinesInput(
            @NotNull @Size(max = MOST_LINES) List<@NotNull @Size(max = LONGEST_LINE) String> lines,
            @Min(0) @Max(MOST_LINES) int line,
            @Min(0) @Max(LONGEST_LINE) int column,
            Optional<Long> change,
            Optional<Long> edit) {}

    /** @param configurations of this platform that were looked at; 0 where its devices are not told by lines */
    record LineHelpView(
            List<String> block, int from, List<Suggestion> suggestions, List<Mark> marks, int configurations) {}

    @PostMapping("/api/devices/{name}/typed-lines")
    @Transactional(readOnly = true)
    public LineHelpView help(@PathVariable String name, @Valid @RequestBody WrittenLinesInput input) {
        Device device = fleet.get(name);
        Platform platform = platforms.get(device.platform());
        String standing = changes.standing(device, input.change(), input.edit());
        // Whatever is suggested was masked before anything is made of it.
        List<ConfigStatement> shown = ConfigModel.of(platform, Noise.NONE)
                .read(masks.shown(platform, standing))
                .statements();
        EditWay way = platform.editWay().orElseThrow();
        if (way instanceof EditLanguage language) {
            Wordings known = wordings.of(platform);
            LineHelp help = LineHelp.at(shown, input.lines(), input.line(), input.column(), language, known);
            return new LineHelpView(
                    help.block(), help.from(), help.suggestions(), help.marks(), known.configurations());
        }
        return new LineHelpView(List.of(), input.column(), List.of(), document(way, shown, input.lines()), 0);
    }

    private static List<Mark> document(EditWay way, List<ConfigStatement> standing, List<String> lines) {
        return way.typed(standing, lines) instanceof TypedLines.Outcome.Refused refused
                ? List.of(new Mark(refused.line(), MarkKind.REFUSED, Optional.empty(), refused.message()))
                : List.of();
    }
}

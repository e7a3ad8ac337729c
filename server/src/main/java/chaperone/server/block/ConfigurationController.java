package chaperone.server.block;

import chaperone.core.change.PathEdit;
import chaperone.server.audit.Audited;
import chaperone.server.block.Blocks.Block;
import chaperone.server.change.Change;
import chaperone.server.change.ChangeViews;
import chaperone.server.change.ChangeViews.ChangeView;
import chaperone.server.change.Changes;
import chaperone.server.change.EditTrial;
import chaperone.server.change.EditTrial.TriedEdit;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Text;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** A device's configuration, statement by statement: read by path, and edited in a draft. */
@RestController
@RequestMapping("/api/devices/{name}/configuration")
class ConfigurationController {
    private final Fleet fleet;
    private final History history;
    private final Blocks blocks;
    private final Changes changes;
    private final ChangeViews views;
    private final EditTrial trial;

    ConfigurationController(
            Fleet fleet, History history, Blocks blocks, Changes changes, ChangeViews views, EditTrial trial) {
        this.fleet = fleet;
        this.history = history;
        this.blocks = blocks;
        this.changes = changes;
        this.views = views;
        this.trial = trial;
    }

    /** @param revision of the running configuration */
    record ConfigurationPart(List<String> at, int revision, String text, List<String> below, boolean isOrdered) {}

    /**
     * @param at the names that lead to the statement, from the top; none for the whole configuration
     * @param change one's own open draft if left out, or a new one if there is none
     */
    record PathEditInput(
            @NotNull @Size(max = Blocks.DEEPEST) List<@NotNull @Size(max = 2000) String> at,
            @NotNull @Valid StatementInput edit,
            Optional<Long> change,
            Optional<@Size(max = 2000) String> note) {}

    /**
     * @param at the names that lead to the statement, from the top, each on a line; the whole configuration if empty
     * @param line of the newest revision, from 0, in place of a path
     */
    @GetMapping
    @Transactional(readOnly = true)
    public ConfigurationPart get(
            @PathVariable String name,
            @RequestParam(defaultValue = "") @Size(max = Blocks.LONGEST_PATH) String at,
            @RequestParam Optional<@Min(0) @Max(10_000_000) Integer> line) {
        Device device = fleet.get(name);
        Text newest = history.newest(device, ConfigKind.RUNNING);
        List<String> path = line.map(
                        number -> blocks.pathAt(device.platform(), blocks.shownLines(device, newest.whole()), number))
                .orElseGet(() -> Blocks.path(at));
        Block found = blocks.find(device.platform(), blocks.shown(device, newest.whole()), path)
                .orElseThrow(() -> ProblemException.notFound("statement", String.join(" / ", path)));
        return new ConfigurationPart(path, newest.revision().number(), found.text(), found.below(), found.isOrdered());
    }

    /** Adds the edit to a change; nothing is sent to the device. */
    @Audited("added an edit of a statement to a change")
    @PostMapping("/edits")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public ChangeView edit(@PathVariable String name, @Valid @RequestBody PathEditInput input, Principal principal) {
        String by = principal.getName();
        Device device = fleet.get(name);
        PathEdit edit = edit(device, input);
        Change change = changes.draft(input.change(), by);
        changes.addStatement(change, device, edit, input.note().orElse(""), by);
        return views.view(change);
    }

    /** What the edit would send; nothing is kept. */
    @PostMapping("/trial")
    @Transactional(readOnly = true)
    public TriedEdit tried(@PathVariable String name, @Valid @RequestBody PathEditInput input) {
        Device device = fleet.get(name);
        return trial.of(device, input.change(), edit(device, input));
    }

    private PathEdit edit(Device device, PathEditInput input) {
        String standing = changes.standing(device, input.change(), Optional.empty());
        Optional<String> text = input.edit().text().map(said -> blocks.unmasked(device, standing, said));
        return new PathEdit(input.at(), input.edit().read(text));
    }
}

package chaperone.server.block;

import chaperone.core.change.PathEdit;
import chaperone.core.mask.MaskedConfig;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.block.BlockVersions.BlockComparison;
import chaperone.server.change.Change;
import chaperone.server.change.ChangeViews;
import chaperone.server.change.ChangeViews.ChangeView;
import chaperone.server.change.Changes;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.query.ChosenDevices;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** One block over many devices, from the newest copies: who has it alike, who differs, who has none. */
@RestController
@RequestMapping("/api/blocks")
class BlockController {
    private static final int MOST_DEVICES = 2000;
    private static final int MOST_EDITED = 500;
    /** So many configurations are held at a time: some have 50,000 lines. */
    private static final int AT_ONCE = 50;

    private final ChosenDevices chosen;
    private final Fleet fleet;
    private final Blocks blocks;
    private final Changes changes;
    private final ChangeViews views;
    private final JdbcClient database;

    BlockController(
            ChosenDevices chosen, Fleet fleet, Blocks blocks, Changes changes, ChangeViews views, JdbcClient database) {
        this.chosen = chosen;
        this.fleet = fleet;
        this.blocks = blocks;
        this.changes = changes;
        this.views = views;
        this.database = database;
    }

    /**
     * @param devices by name
     * @param change one's own open draft if left out, or a new one if there is none
     */
    record BlockEditInput(
            @NotEmpty @Size(max = MOST_EDITED) List<@NotNull @Size(max = 253) String> devices,
            @NotEmpty @Size(max = Blocks.DEEPEST) List<@NotNull @Size(max = 2000) String> at,
            @NotNull @Valid StatementInput edit,
            Optional<Long> change,
            Optional<@Size(max = 2000) String> note) {}

    /**
     * @param query the words by which devices are chosen; all if empty
     * @param at the names that lead to the block, from the top, each on a line
     */
    @GetMapping
    @Transactional(readOnly = true)
    public BlockComparison compare(
            @RequestParam(defaultValue = "") @Size(max = 2000) String query,
            @RequestParam(defaultValue = "") @Size(max = Blocks.LONGEST_PATH) String at) {
        List<String> path = Blocks.path(at);
        List<Device> devices = chosen.meantBy(query);
        if (devices.size() > MOST_DEVICES)
            throw ProblemException.ofField(
                    "query", "It means " + devices.size() + " devices; " + MOST_DEVICES + " are compared at most.");
        BlockVersions versions = new BlockVersions(path.isEmpty());
        for (int from = 0; from < devices.size(); from += AT_ONCE) {
            List<Device> some = devices.subList(from, Math.min(devices.size(), from + AT_ONCE));
            Map<Long, String> texts = texts(some);
            for (Device device : some) {
                Optional<String> shown = Optional.ofNullable(texts.get(device.id()));
                versions.add(device, shown, shown.flatMap(text -> blocks.find(device.platform(), text, path)));
            }
        }
        return versions.compared();
    }

    private Map<Long, String> texts(List<Device> devices) {
        Map<Long, String> texts = new HashMap<>();
        database.sql("select device_id, shown from config_text where device_id = any (:devices)")
                .param("devices", devices.stream().map(Device::id).toArray(Long[]::new))
                .query(row -> {
                    texts.put(row.getLong("device_id"), row.getString("shown"));
                });
        return texts;
    }

    /** The same edit for several devices: for all of them, or for none. */
    @Audited("added an edit of a statement of many devices to a change")
    @PostMapping("/edits")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public ChangeView edit(@Valid @RequestBody BlockEditInput input, Principal principal) {
        String by = principal.getName();
        Change change = changes.draft(input.change(), by);
        for (Device device : fleet.choose(input.devices())) {
            Optional<String> text = input.edit()
                    .text()
                    .map(said -> MaskedConfig.hasMask(said)
                            ? blocks.unmasked(device, changes.standing(device, input.change(), Optional.empty()), said)
                            : said);
            PathEdit edit = new PathEdit(input.at(), input.edit().read(text));
            changes.addStatement(change, device, edit, input.note().orElse(""), by);
        }
        AuditNote.add(input.devices().size() + " devices");
        return views.view(change);
    }
}

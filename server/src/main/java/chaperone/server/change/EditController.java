package chaperone.server.change;

import chaperone.server.audit.Audited;
import chaperone.server.change.ChangeViews.ChangeView;
import chaperone.server.fleet.Device;
import chaperone.server.problem.RetryOnConflict;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The edits of a change. */
@RestController
@RequestMapping("/api")
class EditController {
    private static final int MOST_LINES = 5000;
    private static final int LONGEST_LINE = 4000;
    private static final int MOST_PARTS = 1000;

    private final Changes changes;
    private final ChangeViews views;
    private final EditSources sources;

    EditController(Changes changes, ChangeViews views, EditSources sources) {
        this.changes = changes;
        this.views = views;
        this.sources = sources;
    }

    /**
     * @param change the number of the change; one's own open draft if left out, or a new one if there is none
     * @param lines for {@code LINES}, as they would be typed on the device
     * @param revision for {@code RESTORE}, of the running configuration
     * @param standard for {@code REPAIR}, with the {@code tag} of its clause
     * @param parts for {@code PUT_BACK} and {@code RESTORE}; the whole configuration if left out
     */
    record ChangeEditInput(
            Optional<Long> change,
            @NotBlank @Size(max = 253) String device,
            @NotNull EditKind kind,
            Optional<@Size(max = MOST_LINES) List<@Size(max = LONGEST_LINE) String>> lines,
            Optional<Integer> revision,
            Optional<@Size(max = MOST_PARTS) Set<@Size(max = 32) String>> parts,
            Optional<@Size(max = 60) String> standard,
            Optional<@Size(max = 20) String> tag,
            Optional<@Size(max = 2000) String> note) {}

    /**
     * @param change as for one device
     * @param query the words by which devices are chosen
     */
    record QueryEditsInput(
            Optional<Long> change,
            @NotBlank @Size(max = 2000) String query,
            @NotEmpty @Size(max = MOST_LINES) List<@NotNull @Size(max = LONGEST_LINE) String> lines,
            Optional<@Size(max = 2000) String> note) {}

    record TypedLinesInput(@NotEmpty @Size(max = MOST_LINES) List<@NotNull @Size(max = LONGEST_LINE) String> lines) {}

    @Audited("added an edit to a change")
    @PostMapping("/change-edits")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public ChangeView add(@Valid @RequestBody ChangeEditInput input, Principal principal) {
        String by = principal.getName();
        Device device = changes.device(input.device());
        EditContent content = sources.content(device, input);
        Change change = changes.draft(input.change(), by);
        changes.add(change, device, input.kind(), content, input.note().orElse(""), by);
        return views.view(change);
    }

    /** The same lines for all devices that a query means now: for all of them, or for none. */
    @Audited("added edits of many devices to a change")
    @PostMapping("/change-edits/of-query")
    @ResponseStatus(HttpStatus.CREATED)
    @RetryOnConflict
    @Transactional
    public ChangeView addToAll(@Valid @RequestBody QueryEditsInput input, Principal principal) {
        String by = principal.getName();
        List<Device> devices = sources.devices(input.query());
        List<String> lines = EditSources.said(input.lines());
        Change change = changes.draft(input.change(), by);
        for (Device device : devices)
            changes.add(
                    change,
                    device,
                    EditKind.LINES,
                    EditContent.typed(lines),
                    input.note().orElse(""),
                    by);
        return views.view(change);
    }

    @Audited("altered an edit of a change")
    @PutMapping("/changes/{number}/edits/{id}")
    @RetryOnConflict
    @Transactional
    public ChangeView rewrite(
            @PathVariable long number,
            @PathVariable long id,
            @Valid @RequestBody TypedLinesInput input,
            Principal principal) {
        Change change = changes.get(number);
        changes.rewrite(change, id, views.unmasked(changes.edit(change, id), input.lines()), principal.getName());
        return views.view(change);
    }

    /** Leaves as they are the statements in which the edit does not fit what stands today. */
    @Audited("left statements out of an edit")
    @PostMapping("/changes/{number}/edits/{id}/leave-out")
    @RetryOnConflict
    @Transactional
    public ChangeView leaveOut(@PathVariable long number, @PathVariable long id, Principal principal) {
        Change change = changes.get(number);
        changes.leaveOutMisfits(change, id, principal.getName());
        return views.view(change);
    }

    @Audited("took an edit out of a change")
    @DeleteMapping("/changes/{number}/edits/{id}")
    @RetryOnConflict
    @Transactional
    public ChangeView remove(@PathVariable long number, @PathVariable long id) {
        Change change = changes.get(number);
        changes.remove(change, id);
        return views.view(change);
    }
}

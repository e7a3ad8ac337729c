package chaperone.server.change;

import chaperone.core.change.RunManner;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.change.ChangeViews.ChangePreview;
import chaperone.server.change.ChangeViews.ChangeRow;
import chaperone.server.change.ChangeViews.ChangeView;
import chaperone.server.compare.CompareView;
import chaperone.server.problem.ProblemException;
import chaperone.server.problem.RetryOnConflict;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.Authentication;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Changes, what they would do, and who approves them. */
@RestController
@RequestMapping("/api/changes")
class ChangeController {
    private final ChangeRepository repository;
    private final Changes changes;
    private final ChangeViews views;

    ChangeController(ChangeRepository repository, Changes changes, ChangeViews views) {
        this.repository = repository;
        this.changes = changes;
        this.views = views;
    }

    /**
     * @param manner how it runs; as before if left out, as is {@code acknowledged}
     * @param acknowledged in words, that a device may be lost which has no guard, or that clauses warn of it
     * @param savesFirst whether lines that a device has not saved are saved before its guard would lose them; no if left
     *     out
     */
    record ChangeInput(
            @NotNull @Size(max = 120) String title,
            Optional<@Size(max = 2000) String> note,
            Optional<@Size(max = 500) String> acknowledged,
            Optional<Boolean> savesFirst,
            Optional<@Valid MannerInput> manner) {}

    /**
     * @param atOnce how many devices are told side by side; 0 for all
     * @param stopAfter device by device: after how many failures no further one begins
     * @param order names of devices; those that are not named come last
     */
    record MannerInput(
            boolean allOrNone,
            @Min(0) @Max(500) int atOnce,
            @Min(1) @Max(2000) int stopAfter,
            @NotNull @Size(max = 2000) List<@NotNull @Size(max = 253) String> order) {
        RunManner manner() {
            return new RunManner(allOrNone, atOnce, stopAfter);
        }
    }

    /** @param digest of the preview that was seen */
    record ApprovalInput(@NotBlank @Size(max = 64) String digest) {}

    /** The newest first. */
    @GetMapping
    @Transactional(readOnly = true)
    public List<ChangeRow> list(
            @RequestParam Optional<@Size(max = 7) List<ChangeState>> state,
            @RequestParam(defaultValue = "200") @Min(1) @Max(1000) int size) {
        List<Change> found = state.isPresent()
                ? repository.findByStateInOrderByIdDesc(state.get(), Limit.of(size))
                : repository.findAllByOrderByIdDesc(Limit.of(size));
        return views.rows(found);
    }

    /** The draft to which one's own edits go; nothing if there is none. */
    @GetMapping("/draft")
    @Transactional(readOnly = true)
    public Optional<ChangeRow> draft(Principal principal) {
        return changes.openDraft(principal.getName())
                .map(List::of)
                .map(views::rows)
                .map(rows -> rows.get(0));
    }

    @Audited("began a change")
    @PostMapping
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public ChangeView start(@Valid @RequestBody ChangeInput input, Principal principal) {
        Change change = changes.start(input.title(), principal.getName(), Optional.empty());
        change.describe(input.title(), input.note().orElse(""));
        AuditNote.add("C-" + change.id());
        return views.view(change);
    }

    @GetMapping("/{number}")
    @Transactional(readOnly = true)
    public ChangeView get(@PathVariable long number) {
        return views.view(changes.get(number));
    }

    @Audited("described a change")
    @PutMapping("/{number}")
    @Transactional
    public ChangeView describe(@PathVariable long number, @Valid @RequestBody ChangeInput input) {
        Change change = changes.get(number);
        changes.describe(
                change,
                input.title(),
                input.note().orElse(""),
                input.acknowledged().map(String::strip).orElse(change.acknowledged()),
                input.savesFirst().orElse(false),
                input.manner().map(MannerInput::manner).orElse(change.manner()),
                input.manner().map(MannerInput::order).orElse(change.order()));
        return views.view(change);
    }

    /** What it would do now, device by device. */
    @GetMapping("/{number}/preview")
    @Transactional(readOnly = true)
    public ChangePreview preview(@PathVariable long number) {
        return views.preview(changes.get(number));
    }

    /** How the device's configuration would differ, line by line, as its family writes it. */
    @GetMapping("/{number}/devices/{device}/comparison")
    @Transactional(readOnly = true)
    public CompareView comparison(
            @PathVariable long number,
            @PathVariable String device,
            @RequestParam(defaultValue = "3") @Min(0) @Max(10_000_000) int context) {
        return views.comparison(changes.get(number), device, context);
    }

    @Audited("proposed a change")
    @PostMapping("/{number}/propose")
    @RetryOnConflict
    @Transactional
    public ChangeView propose(@PathVariable long number, Principal principal) {
        Change change = changes.get(number);
        changes.propose(change, principal.getName());
        return views.view(change);
    }

    @Audited("approved a change")
    @PostMapping("/{number}/approve")
    @RetryOnConflict
    @Transactional
    public ChangeView approve(@PathVariable long number, @Valid @RequestBody ApprovalInput input, Authentication who) {
        Change change = changes.get(number);
        changes.approve(change, digest(input.digest()), who.getName(), ApprovalRules.isApprover(who));
        return views.view(change);
    }

    private static byte[] digest(String hex) {
        try {
            return HexFormat.of().parseHex(hex);
        } catch (IllegalArgumentException e) {
            throw new ProblemException(
                    HttpStatus.BAD_REQUEST,
                    "digest",
                    "\"digest\" is 64 hexadecimal digits.",
                    "Send the one that the preview gave.");
        }
    }

    /** Whoever proposed, or whoever would approve, wants it altered. */
    @Audited("took a change back to a draft")
    @PostMapping("/{number}/back")
    @RetryOnConflict
    @Transactional
    public ChangeView back(@PathVariable long number) {
        Change change = changes.get(number);
        changes.backToDraft(change);
        return views.view(change);
    }

    @Audited("dropped a change")
    @PostMapping("/{number}/drop")
    @RetryOnConflict
    @Transactional
    public ChangeView drop(@PathVariable long number) {
        Change change = changes.get(number);
        changes.drop(change);
        return views.view(change);
    }
}

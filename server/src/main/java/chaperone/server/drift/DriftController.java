package chaperone.server.drift;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.drift.DriftViews.AgreedView;
import chaperone.server.drift.DriftViews.DriftPartView;
import chaperone.server.drift.DriftViews.DriftRow;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is agreed, and which devices run something else. */
@RestController
@RequestMapping("/api")
class DriftController {
    private static final int MOST_PARTS = 1000;

    private final Fleet fleet;
    private final Agreements agreements;
    private final DriftViews views;
    private final History history;

    DriftController(Fleet fleet, Agreements agreements, DriftViews views, History history) {
        this.fleet = fleet;
        this.agreements = agreements;
        this.views = views;
        this.history = history;
    }

    /**
     * @param revision of the running configuration; the newest if left out
     * @param parts of the configuration that are taken over; all of it if left out
     * @param note why it is right
     */
    record AdoptInput(
            Optional<@Min(1) Integer> revision,
            Optional<@Size(max = MOST_PARTS) Set<@Size(max = 32) String>> parts,
            Optional<@Size(max = 2000) String> note) {}

    @GetMapping("/drift")
    @Transactional(readOnly = true)
    public List<DriftRow> drift() {
        return views.all();
    }

    @GetMapping("/devices/{name}/agreed")
    @Transactional(readOnly = true)
    public AgreedView agreed(@PathVariable String name) {
        return views.agreed(fleet.get(name));
    }

    /** What restoring an earlier revision of the running configuration would alter, part by part. */
    @GetMapping("/devices/{name}/revisions/{number}/parts")
    @Transactional(readOnly = true)
    public List<DriftPartView> parts(@PathVariable String name, @PathVariable int number) {
        return views.partsSince(fleet.get(name), number);
    }

    /** The device is right: what it runs is agreed from now on. */
    @Audited("adopted a configuration")
    @PostMapping("/devices/{name}/agreed")
    @RetryOnConflict
    @Transactional
    public AgreedView adopt(@PathVariable String name, @Valid @RequestBody AdoptInput input, Principal principal) {
        Device device = fleet.get(name);
        int number = input.revision()
                .orElseGet(() ->
                        history.newest(device, ConfigKind.RUNNING).revision().number());
        String note = input.note().orElse("");
        AuditNote.add("revision " + number + (note.isEmpty() ? "" : ": " + note));
        agreements.adopt(device, number, input.parts().orElse(Set.of()), principal.getName(), note);
        return views.agreed(device);
    }
}

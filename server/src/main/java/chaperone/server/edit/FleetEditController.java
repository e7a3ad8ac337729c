package chaperone.server.edit;

import chaperone.server.audit.Audited;
import chaperone.server.edit.FleetEdit.Undone;
import chaperone.server.edit.FleetEdit.Wish;
import chaperone.server.edit.FleetEdit.WishedReach;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Editing many devices at once. */
@RestController
class FleetEditController {
    private final FleetEdit edit;
    private final FleetEdits edits;

    FleetEditController(FleetEdit edit, FleetEdits edits) {
        this.edit = edit;
        this.edits = edits;
    }

    /** What is left out stays as it is; an empty site or role takes it away. */
    record EditRequest(
            @NotEmpty @Size(max = 10_000) List<@Size(max = 253) String> devices,
            Optional<@Size(max = 100) String> site,
            Optional<@Size(max = 40) String> role,
            Optional<Long> credentialSet,
            Optional<@Min(1) @Max(65_535) Integer> port,
            Optional<@Size(min = 1, max = 40) String> platform,
            Optional<Boolean> telnetAllowed,
            @NotNull @Size(max = 20) List<@Valid @Pattern(regexp = TAG, message = TAG_RULE) String> addTags,
            @NotNull @Size(max = 20) List<@Size(max = 40) String> removeTags) {
        private static final String TAG = "[\\p{L}\\p{N}]([\\p{L}\\p{N} ._-]{0,38}[\\p{L}\\p{N}])?";
        private static final String TAG_RULE = "a tag has up to 40 letters, digits, blanks, dots and hyphens";

        EditRequest {
            addTags = addTags == null ? List.of() : List.copyOf(addTags);
            removeTags = removeTags == null ? List.of() : List.copyOf(removeTags);
        }

        Wish wish() {
            return new Wish(
                    site.map(String::strip),
                    role.map(String::strip),
                    credentialSet,
                    addTags,
                    removeTags,
                    new WishedReach(port, platform, telnetAllowed));
        }
    }

    @Audited("edited devices")
    @PostMapping("/api/devices/edit")
    Edited edit(@Valid @RequestBody EditRequest request, Principal principal) {
        return new Edited(edit.apply(request.devices(), request.wish(), principal.getName()));
    }

    /** @param edit the number by which it can be undone */
    record Edited(long edit) {}

    record EditView(
            long id,
            String account,
            Instant at,
            String words,
            long devices,
            Optional<String> undoneBy,
            Optional<Instant> undoneAt) {}

    /** The newest twenty edits. */
    @GetMapping("/api/fleet-edits")
    List<EditView> newest() {
        return edits.newest().stream()
                .map(each -> new EditView(
                        each.id(),
                        each.account(),
                        each.at(),
                        each.words(),
                        each.devices(),
                        each.undoneBy(),
                        each.undoneAt()))
                .toList();
    }

    /** Gives back what was before; what was edited again meanwhile stays, and the answer names the devices. */
    @Audited("undid an edit of devices")
    @PostMapping("/api/fleet-edits/{id}/undo")
    Undone undo(@PathVariable long id, Principal principal) {
        return edit.undo(id, principal.getName());
    }
}

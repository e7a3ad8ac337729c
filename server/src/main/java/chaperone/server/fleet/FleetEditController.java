package chaperone.server.fleet;

import chaperone.server.audit.Audited;
import chaperone.server.fleet.FleetEdit.Wish;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Editing many devices at once. */
@RestController
class FleetEditController {
    private final FleetEdit edit;

    FleetEditController(FleetEdit edit) {
        this.edit = edit;
    }

    /** What is left out stays as it is; an empty site or role takes it away. */
    record EditRequest(
            @NotEmpty @Size(max = 10_000) List<@Size(max = 253) String> devices,
            Optional<@Size(max = 100) String> site,
            Optional<@Size(max = 40) String> role,
            Optional<Long> credentialSet,
            @Size(max = 20) List<@Valid @Pattern(regexp = TAG, message = TAG_RULE) String> addTags,
            @Size(max = 20) List<@Size(max = 40) String> removeTags) {
        private static final String TAG = "[\\p{L}\\p{N}]([\\p{L}\\p{N} ._-]{0,38}[\\p{L}\\p{N}])?";
        private static final String TAG_RULE = "a tag has up to 40 letters, digits, blanks, dots and hyphens";

        EditRequest {
            addTags = addTags == null ? List.of() : List.copyOf(addTags);
            removeTags = removeTags == null ? List.of() : List.copyOf(removeTags);
        }

        Wish wish() {
            return new Wish(site.map(String::strip), role.map(String::strip), credentialSet, addTags, removeTags);
        }
    }

    @Audited("edited devices")
    @PostMapping("/api/devices/edit")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void edit(@Valid @RequestBody EditRequest request, Principal principal) {
        edit.apply(request.devices(), request.wish(), principal.getName());
    }
}

package chaperone.server.query;

import chaperone.core.query.QueryReader;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.DeviceRepository;
import chaperone.server.removal.RemovalKind;
import chaperone.server.removal.Removals;
import chaperone.server.removal.Removed;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Groups of devices. */
@RestController
@RequestMapping("/api/groups")
class GroupController {
    private static final String NAME = "[\\p{L}\\p{N}]([\\p{L}\\p{N} ._-]{0,58}[\\p{L}\\p{N}])?";

    private final Groups groups;
    private final DeviceGroupRepository stored;
    private final DeviceRepository devices;
    private final DeviceSearch search;
    private final Removals removals;

    GroupController(
            Groups groups,
            DeviceGroupRepository stored,
            DeviceRepository devices,
            DeviceSearch search,
            Removals removals) {
        this.removals = removals;
        this.groups = groups;
        this.stored = stored;
        this.devices = devices;
        this.search = search;
    }

    /** @param devices how many it means now */
    record GroupView(String name, String note, String query, long devices, String savedBy, Instant savedAt) {}

    record GroupInput(
            @NotBlank @Size(max = QueryReader.LONGEST) String query,
            @NotNull @Size(max = 500) String note) {}

    @GetMapping
    @Transactional(readOnly = true)
    public List<GroupView> list() {
        return stored.findAllByOrderByName().stream()
                .map(group -> new GroupView(
                        group.name(),
                        group.note(),
                        group.query(),
                        devices.count(search.condition(DeviceListRequest.meantBy(group.query()))),
                        group.savedBy(),
                        group.savedAt()))
                .toList();
    }

    @Audited("kept a group")
    @PutMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void save(
            @PathVariable
                    @Pattern(
                            regexp = NAME,
                            message = "a group's name has up to 60 letters, digits, blanks, dots and hyphens")
                    String name,
            @Valid @RequestBody GroupInput input,
            Principal principal) {
        groups.save(name, input.query(), input.note(), principal.getName());
    }

    @Audited("removed a group")
    @DeleteMapping("/{name}")
    @Transactional
    public Removed remove(@PathVariable String name, Principal principal) {
        Removed removed = removals.keep(RemovalKind.GROUP, name, principal.getName(), Map.of("id", groups.idOf(name)));
        groups.remove(name);
        return removed;
    }
}

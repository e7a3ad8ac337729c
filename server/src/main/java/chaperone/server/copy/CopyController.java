package chaperone.server.copy;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Asking for copies. */
@RestController
class CopyController {
    private final Fleet fleet;
    private final CopyJobs copies;

    CopyController(Fleet fleet, CopyJobs copies) {
        this.fleet = fleet;
        this.copies = copies;
    }

    /** @param devices names; none means the whole fleet */
    record CopyRequest(@NotNull @Size(max = 10_000) List<@Size(max = 253) String> devices) {}

    record Started(long job) {}

    @Audited("asked for copies")
    @PostMapping("/api/copies")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Started start(@Valid @RequestBody CopyRequest request, Principal principal) {
        List<Device> devices = fleet.choose(request.devices());
        if (devices.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT, "empty-fleet", "There is no device to copy.", "Bring devices in first.");
        }
        AuditNote.add(request.devices().isEmpty() ? "the whole fleet" : String.join(" ", request.devices()));
        return new Started(copies.start(devices, request.devices().isEmpty(), principal.getName()));
    }
}

package chaperone.server.copy;

import chaperone.core.query.QueryReader;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.problem.ProblemException;
import chaperone.server.query.ChosenDevices;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Asking for copies. */
@RestController
class CopyController {
    private final Fleet fleet;
    private final ChosenDevices chosen;
    private final CopyJobs copies;

    CopyController(Fleet fleet, ChosenDevices chosen, CopyJobs copies) {
        this.chosen = chosen;
        this.fleet = fleet;
        this.copies = copies;
    }

    /**
     * @param devices names; none means all that {@code query} means
     * @param query absent means the whole fleet
     */
    record CopyRequest(
            @NotNull @Size(max = 10_000) List<@Size(max = 253) String> devices,
            Optional<@Size(max = QueryReader.LONGEST) String> query) {
        boolean isWholeFleet() {
            return devices.isEmpty() && query.filter(text -> !text.isBlank()).isEmpty();
        }

        String inWords() {
            if (isWholeFleet()) return "the whole fleet";
            return devices.isEmpty() ? query.orElse("") : String.join(" ", devices);
        }
    }

    record Started(long job) {}

    @Audited("asked for copies")
    @PostMapping("/api/copies")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Started start(@Valid @RequestBody CopyRequest request, Principal principal) {
        boolean byQuery = request.devices().isEmpty() && !request.isWholeFleet();
        List<Device> devices =
                byQuery ? chosen.meantBy(request.query().orElseThrow()) : fleet.choose(request.devices());
        if (devices.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT,
                    "empty-fleet",
                    "There is no device to copy.",
                    "Bring devices in first, or ask for others.");
        }
        AuditNote.add(request.inWords());
        return new Started(copies.start(devices, request.isWholeFleet(), principal.getName()));
    }
}

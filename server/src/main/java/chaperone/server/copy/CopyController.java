package chaperone.server.copy;

import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobService;
import chaperone.server.job.NewLine;
import chaperone.server.problem.ProblemException;
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
    private final JobService jobs;

    CopyController(Fleet fleet, JobService jobs) {
        this.fleet = fleet;
        this.jobs = jobs;
    }

    /** @param devices names; none means the whole fleet */
    record CopyRequest(@NotNull @Size(max = 10_000) List<@Size(max = 253) String> devices) {}

    record Started(long job) {}

    @PostMapping("/api/copies")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Started start(@Valid @RequestBody CopyRequest request, Principal principal) {
        List<Device> devices = fleet.choose(request.devices());
        if (devices.isEmpty()) {
            throw new ProblemException(
                    HttpStatus.CONFLICT, "empty-fleet", "There is no device to copy.", "Bring devices in first.");
        }
        String title = request.devices().isEmpty()
                ? "Copy the whole fleet"
                : devices.size() == 1 ? "Copy " + devices.get(0).name() : "Copy " + devices.size() + " devices";
        return new Started(jobs.start(JobKind.COPY, title, principal.getName(), lines(devices)));
    }

    public static List<NewLine> lines(List<Device> devices) {
        return devices.stream()
                .map(device -> new NewLine(
                        device.name(),
                        device.host(),
                        device.port(),
                        device.siteName(),
                        device.role(),
                        Optional.of(device.id()),
                        Optional.of(device.credentialSet())))
                .toList();
    }
}

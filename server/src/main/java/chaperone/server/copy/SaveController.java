package chaperone.server.copy;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.freeze.Freezes;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Asking devices to save what they run. */
@RestController
class SaveController {
    private final Fleet fleet;
    private final PlatformRegistry platforms;
    private final Freezes freezes;
    private final CopyJobs jobs;

    SaveController(Fleet fleet, PlatformRegistry platforms, Freezes freezes, CopyJobs jobs) {
        this.fleet = fleet;
        this.platforms = platforms;
        this.freezes = freezes;
        this.jobs = jobs;
    }

    /** @param devices names */
    record SaveRequest(@NotEmpty @Size(max = 2000) List<@NotNull @Size(max = 253) String> devices) {}

    record SaveStarted(long job) {}

    /** What a device runs meanwhile, and its newest copy did not show, is not saved. */
    @Audited("asked devices to save what they run")
    @PostMapping("/api/saves")
    @ResponseStatus(HttpStatus.ACCEPTED)
    @Transactional
    public SaveStarted start(@Valid @RequestBody SaveRequest request, Principal principal) {
        List<Device> devices =
                request.devices().stream().distinct().map(fleet::get).toList();
        for (Device device : devices) {
            boolean maySave = platforms
                    .get(device.platform())
                    .edit()
                    .filter(edit -> !edit.save().isEmpty())
                    .isPresent();
            if (!maySave)
                throw ProblemException.ofField(
                        "devices", device.name() + " has no step that saves: its platform names none.");
        }
        freezes.refuse(devices);
        AuditNote.add(String.join(" ", request.devices()));
        return new SaveStarted(jobs.save(devices, principal.getName()));
    }
}

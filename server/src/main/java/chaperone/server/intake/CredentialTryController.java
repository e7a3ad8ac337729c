package chaperone.server.intake;

import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.credential.CredentialSets;
import chaperone.server.fleet.Fleet;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobService;
import chaperone.server.job.NewJobLine;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Trying a credential set on devices of the fleet. */
@RestController
@RequestMapping("/api/credential-sets")
class CredentialTryController {
    private final CredentialSets sets;
    private final Fleet fleet;
    private final JobService jobs;

    CredentialTryController(CredentialSets sets, Fleet fleet, JobService jobs) {
        this.sets = sets;
        this.fleet = fleet;
        this.jobs = jobs;
    }

    /** @param devices names */
    record TryRequest(@NotEmpty @Size(max = 500) List<@Size(max = 253) String> devices) {}

    record Started(long job) {}

    @Audited("tried a credential set")
    @PostMapping("/{id}/try")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Started attempt(@PathVariable long id, @Valid @RequestBody TryRequest request, Principal principal) {
        String name = sets.get(id).name();
        List<NewJobLine> lines = fleet.choose(request.devices()).stream()
                .map(device -> new NewJobLine(
                        device.name(),
                        device.host(),
                        device.port(),
                        device.siteName(),
                        device.role(),
                        Optional.of(device.id()),
                        Optional.of(id),
                        NewJobLine.NO_PAYLOAD))
                .toList();
        String title = "Try \"" + name + "\" on " + lines.size() + (lines.size() == 1 ? " device" : " devices");
        AuditNote.add(name + ": " + String.join(" ", request.devices()));
        return new Started(jobs.start(JobKind.TRY, title, principal.getName(), lines));
    }
}

package chaperone.server.fleet;

import chaperone.connect.Endpoint;
import chaperone.core.inventory.AddressLine;
import chaperone.core.inventory.AddressList;
import chaperone.core.inventory.ListProblem;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobService;
import chaperone.server.job.NewLine;
import chaperone.server.platform.PlatformShelf;
import chaperone.server.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Bringing devices in from a list. */
@RestController
class ImportController {
    private final JobService jobs;
    private final CredentialSets credentials;
    private final Fleet fleet;
    private final PlatformShelf platforms;

    ImportController(JobService jobs, CredentialSets credentials, Fleet fleet, PlatformShelf platforms) {
        this.jobs = jobs;
        this.credentials = credentials;
        this.fleet = fleet;
        this.platforms = platforms;
    }

    /**
     * @param port for lines that name none
     * @param platform for all lines; absent means that each device is recognised
     * @param allowTelnet whether passwords may go in the clear where nothing better answers
     */
    record ImportRequest(
            @NotNull @Size(max = 2_000_000) String csv,
            long credentialSet,
            @Min(1) @Max(65_535) int port,
            @NotNull @Size(max = 100) String listName,
            Optional<@Size(max = 40) String> platform,
            Optional<Boolean> allowTelnet) {}

    record Started(long job) {}

    @Audited("brought devices in")
    @PostMapping("/api/imports")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Started start(@Valid @RequestBody ImportRequest request, Principal principal) {
        String set = credentials.get(request.credentialSet()).name();
        request.platform().filter(name -> !name.isBlank()).ifPresent(platforms::get);
        List<NewLine> lines =
                read(request.csv()).stream().map(line -> line(line, request)).toList();
        fleet.addSites(lines.stream()
                .map(NewLine::site)
                .filter(site -> !site.isBlank())
                .collect(Collectors.toSet()));
        String from = request.listName().isBlank() ? "a list" : request.listName();
        String title = "Bring in " + lines.size() + (lines.size() == 1 ? " device" : " devices") + " from " + from
                + " with \"" + set + "\"";
        AuditNote.add(title);
        return new Started(jobs.start(JobKind.IMPORT, title, principal.getName(), lines));
    }

    private static List<AddressLine> read(String csv) {
        AddressList.Outcome outcome = AddressList.read(csv);
        if (outcome instanceof AddressList.Outcome.Read read) return read.lines();
        List<ListProblem> problems = ((AddressList.Outcome.Malformed) outcome).problems();
        ListProblem first = problems.get(0);
        throw new ProblemException(
                HttpStatus.UNPROCESSABLE_CONTENT,
                "malformed-list",
                "Line " + (first.line() + 1) + ", column " + (first.column() + 1) + ": " + first.message() + ".",
                "Nothing was added. Correct the list and bring it again.",
                Map.of("problems", problems));
    }

    private static NewLine line(AddressLine line, ImportRequest request) {
        int port = line.port().orElse(request.port());
        return new NewLine(
                new Endpoint(line.host(), port).toString(),
                line.host(),
                port,
                line.site().orElse(""),
                line.role().orElse(""),
                Optional.empty(),
                Optional.of(request.credentialSet()),
                request.platform().filter(name -> !name.isBlank()),
                request.allowTelnet().orElse(false));
    }
}

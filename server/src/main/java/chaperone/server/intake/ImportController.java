package chaperone.server.intake;

import chaperone.connect.conversation.Endpoint;
import chaperone.core.address.AddressRanges;
import chaperone.core.address.ListOutcome;
import chaperone.core.inventory.AddressLine;
import chaperone.core.inventory.AddressList;
import chaperone.core.inventory.HeaderGuess;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.credential.CredentialSets;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobService;
import chaperone.server.job.NewJobLine;
import chaperone.server.platform.PlatformRegistry;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Duration;
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
    private final PlatformRegistry platforms;
    private final ImportHeadings headings;
    private final ImportPreviews previews;

    ImportController(
            JobService jobs,
            CredentialSets credentials,
            PlatformRegistry platforms,
            ImportHeadings headings,
            ImportPreviews previews) {
        this.jobs = jobs;
        this.credentials = credentials;
        this.platforms = platforms;
        this.headings = headings;
        this.previews = previews;
    }

    /**
     * @param credentialSet for lines that name none
     * @param port for lines that name none
     * @param platform for lines that name none; absent means that each device is recognised
     * @param allowTelnet whether passwords may go in the clear where nothing better answers
     * @param columns what the list's headers mean, by the header in small letters; an empty meaning passes it over
     */
    record ImportRequest(
            @NotNull @Size(max = 2_000_000) String csv,
            long credentialSet,
            @Min(1) @Max(65_535) int port,
            @NotNull @Size(max = 100) String listName,
            Optional<@Size(max = 40) String> platform,
            Optional<Boolean> allowTelnet,
            Optional<@Size(max = 100) Map<@Size(max = 200) String, @Size(max = 20) String>> columns) {}

    /**
     * @param ranges one a line: an address, the first and the last with a hyphen between, or a prefix
     * @param credentialSets tried in this order
     * @param perSecond how many addresses are begun in a second
     */
    record RangeRequest(
            @NotNull @Size(max = 20_000) String ranges,
            @NotEmpty @Size(max = 5) List<Long> credentialSets,
            @Min(1) @Max(65_535) int port,
            @Min(1) @Max(50) int perSecond) {}

    record ColumnsRequest(@NotNull @Size(max = 2_000_000) String csv) {}

    record Started(long job) {}

    /** What the headers of a list may mean, from what they say and from what people said before. */
    @PostMapping("/api/imports/columns")
    HeaderGuess.Guess columns(@Valid @RequestBody ColumnsRequest request) {
        return HeaderGuess.of(request.csv(), headings.all());
    }

    /** What bringing this list in would do, or its mistakes; nothing is called. The credential set may be missing (0). */
    @PostMapping("/api/imports/preview")
    ImportPreviews.ListPreview preview(@Valid @RequestBody ImportRequest request) {
        if (request.credentialSet() != 0) credentials.get(request.credentialSet());
        return previews.of(read(request), new ImportLines(credentials, platforms, request));
    }

    private ListOutcome<List<AddressLine>> read(ImportRequest request) {
        request.platform().filter(name -> !name.isBlank()).ifPresent(platforms::get);
        return AddressList.read(request.csv(), request.columns().orElse(Map.of()));
    }

    @Audited("brought devices in")
    @PostMapping("/api/imports")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Started start(@Valid @RequestBody ImportRequest request, Principal principal) {
        String set = credentials.get(request.credentialSet()).name();
        List<NewJobLine> lines = new ImportLines(credentials, platforms, request)
                .of(read(request).orThrow(ImportLines::refused))
                .orThrow(ImportLines::refused);
        headings.remember(request.columns().orElse(Map.of()));
        String from = request.listName().isBlank() ? "a list" : request.listName();
        String title = "Bring in " + lines.size() + (lines.size() == 1 ? " device" : " devices") + " from " + from
                + " with \"" + set + "\"";
        AuditNote.add(title);
        return new Started(jobs.start(JobKind.IMPORT, title, principal.getName(), lines));
    }

    /** @param ranges as in a {@link RangeRequest} */
    record RangePreviewRequest(
            @NotNull @Size(max = 20_000) String ranges,
            @Min(1) @Max(65_535) int port) {}

    /** How many addresses are in these ranges, or their mistakes; nothing is called. */
    @PostMapping("/api/imports/range-preview")
    ImportPreviews.ListPreview previewRanges(@Valid @RequestBody RangePreviewRequest request) {
        return previews.ofRanges(AddressRanges.read(request.ranges()), request.port());
    }

    @Audited("looked through address ranges")
    @PostMapping("/api/imports/ranges")
    @ResponseStatus(HttpStatus.ACCEPTED)
    Started look(@Valid @RequestBody RangeRequest request, Principal principal) {
        List<String> sets = request.credentialSets().stream()
                .map(set -> "\"" + credentials.get(set).name() + "\"")
                .toList();
        List<String> addresses = AddressRanges.read(request.ranges()).orThrow(ImportLines::refused);
        long first = request.credentialSets().get(0);
        IntakeDetails newcomer = new IntakeDetails(
                Optional.empty(),
                false,
                List.of(),
                request.credentialSets().subList(1, request.credentialSets().size()));
        List<NewJobLine> lines = addresses.stream()
                .map(host -> new NewJobLine(
                        new Endpoint(host, request.port()).toString(),
                        host,
                        request.port(),
                        "",
                        "",
                        Optional.empty(),
                        Optional.of(first),
                        newcomer.payload()))
                .toList();
        String title = "Look through " + addresses.size() + (addresses.size() == 1 ? " address" : " addresses")
                + " with " + String.join(", then ", sets);
        AuditNote.add(title + ": " + request.ranges().lines().collect(Collectors.joining(", ")));
        Duration spacing = Duration.ofMillis(1000 / request.perSecond());
        return new Started(jobs.start(JobKind.RANGE, title, principal.getName(), lines, spacing));
    }
}

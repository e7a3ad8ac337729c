package chaperone.server.fleet;

import chaperone.connect.Endpoint;
import chaperone.core.answer.FourAnswers;
import chaperone.core.platform.Facts;
import chaperone.core.platform.Platform;
import chaperone.server.audit.AuditNote;
import chaperone.server.audit.Audited;
import chaperone.server.callable.CallRules;
import chaperone.server.fleet.FacetCounts.Count;
import chaperone.server.fleet.FacetCounts.Counts;
import chaperone.server.fleet.FacetCounts.Fact;
import chaperone.server.job.Outcome;
import chaperone.server.platform.PlatformShelf;
import chaperone.server.problem.ProblemException;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The fleet as a list, and one device. */
@RestController
@RequestMapping("/api/devices")
class DeviceController {
    private final Fleet fleet;
    private final DeviceSearch search;
    private final DeviceRepository devices;
    private final CredentialSets credentials;
    private final HostKeyRepository keys;
    private final Pairs pairs;
    private final FilteredCounts facets;
    private final PlatformShelf platforms;
    private final CallRules rules;
    private final Clock clock;

    DeviceController(
            Fleet fleet,
            DeviceSearch search,
            DeviceRepository devices,
            CredentialSets credentials,
            HostKeyRepository keys,
            Pairs pairs,
            FilteredCounts facets,
            PlatformShelf platforms,
            CallRules rules,
            Clock clock) {
        this.rules = rules;
        this.fleet = fleet;
        this.search = search;
        this.devices = devices;
        this.credentials = credentials;
        this.keys = keys;
        this.pairs = pairs;
        this.facets = facets;
        this.platforms = platforms;
        this.clock = clock;
    }

    record DeviceView(
            String name,
            String host,
            int port,
            String platform,
            String site,
            String role,
            String model,
            String serial,
            String release,
            Instant addedAt,
            Optional<Instant> lastTriedAt,
            Optional<Instant> lastCopyAt,
            Optional<String> lastFailure,
            Optional<Instant> changedAt,
            boolean telnetAllowed,
            List<String> tags,
            Optional<Instant> checkedAt,
            Optional<String> pair,
            FourAnswers answers) {
        static DeviceView of(Device device, Map<Long, String> partners, Instant now) {
            return new DeviceView(
                    device.name(),
                    device.host(),
                    device.port(),
                    device.platform(),
                    device.site().map(Site::name).orElse(""),
                    device.role(),
                    device.model(),
                    device.serial(),
                    device.release(),
                    device.addedAt(),
                    device.lastTriedAt(),
                    device.lastCopyAt(),
                    device.lastFailure(),
                    device.changedAt(),
                    device.isTelnetAllowed(),
                    device.tags(),
                    device.checkedAt(),
                    Optional.ofNullable(partners.get(device.id())),
                    device.answers(now));
        }
    }

    /** {@code all} counts the whole fleet, {@code matching} what the filter lets through. */
    record DevicePage(
            List<DeviceView> devices,
            long matching,
            long all,
            List<Count> sites,
            List<Count> roles,
            List<Count> releases,
            List<Count> platforms,
            List<Count> tags) {}

    record HostKeyView(String fingerprint, Instant pinnedAt) {}

    /**
     * Storage in bytes.
     *
     * @param startedAt by the uptime that it told
     */
    record FactsView(
            String macBase,
            String installMode,
            Optional<Long> storageTotal,
            Optional<Long> storageFree,
            Optional<Instant> startedAt,
            List<ModuleView> modules) {
        static FactsView of(Device device) {
            return new FactsView(
                    device.macBase(),
                    device.installMode(),
                    device.room().flatMap(Facts.Storage::total),
                    device.room().map(Facts.Storage::free),
                    device.startedAt(),
                    device.modules().stream()
                            .map(part -> new ModuleView(part.slot(), part.name(), part.serial()))
                            .toList());
        }
    }

    record ModuleView(String slot, String name, String serial) {}

    /** @param ownPage the address of the page that the device shows of itself */
    record DeviceDetail(
            DeviceView device,
            String credentialSet,
            Optional<HostKeyView> hostKey,
            FactsView facts,
            Optional<String> ownPage) {}

    @GetMapping
    @Transactional(readOnly = true)
    public DevicePage list(
            @Valid @ParameterObject Wanted wanted,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        Instant now = clock.instant();
        Page<Device> found =
                devices.findAll(search.condition(wanted), PageRequest.of(page, size, DeviceFilter.sort(wanted.sort())));
        Map<Long, String> partners = pairs.partners(found.getContent());
        Counts counts = facets.of(wanted, () -> search.condition(Wanted.meantBy(wanted.query())));
        return new DevicePage(
                found.map(device -> DeviceView.of(device, partners, now)).getContent(),
                found.getTotalElements(),
                counts.all(),
                counts.of(Fact.SITE),
                counts.of(Fact.ROLE),
                counts.of(Fact.RELEASE),
                counts.of(Fact.PLATFORM),
                counts.of(Fact.TAG));
    }

    @GetMapping("/{name}")
    @Transactional(readOnly = true)
    public DeviceDetail get(@PathVariable String name) {
        Device device = fleet.get(name);
        return new DeviceDetail(
                DeviceView.of(device, pairs.partners(List.of(device)), clock.instant()),
                credentials.get(device.credentialSet()).name(),
                keys.findById(new HostKey.Address(device.host(), device.port()))
                        .map(key -> new HostKeyView(key.fingerprint(), key.pinnedAt())),
                FactsView.of(device),
                platforms
                        .current()
                        .find(device.platform())
                        .flatMap(Platform::ownPage)
                        .map(page -> page.replace("{}", new Endpoint(device.host(), device.port()).toString())));
    }

    record TelnetUse(boolean allowed) {}

    @Audited("allowed or forbade Telnet")
    @PutMapping("/{name}/telnet")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void allowTelnet(@PathVariable String name, @RequestBody TelnetUse use, Principal principal) {
        AuditNote.add(use.allowed() ? "allowed" : "forbidden");
        fleet.allowTelnet(name, use.allowed(), principal.getName());
    }

    record NewAddress(
            @NotBlank @HostName @Size(max = 253) String host,
            @Min(1) @Max(65_535) int port) {}

    @Audited("gave a device another address")
    @PutMapping("/{name}/address")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void move(@PathVariable String name, @Valid @RequestBody NewAddress address) {
        rules.reason(new Endpoint(address.host(), address.port())).ifPresent(why -> {
            throw new ProblemException(
                    HttpStatus.UNPROCESSABLE_CONTENT,
                    "not-callable",
                    "This address may not be called: " + why + ".",
                    Outcome.NOT_CALLABLE.advice());
        });
        fleet.move(name, address.host(), address.port());
    }

    @Audited("removed a device")
    @DeleteMapping("/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void remove(@PathVariable String name) {
        fleet.remove(name);
    }
}

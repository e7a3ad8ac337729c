package chaperone.server.query;

import chaperone.connect.conversation.Endpoint;
import chaperone.core.fact.Facts;
import chaperone.core.platform.Platform;
import chaperone.server.credential.CredentialSets;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceRepository;
import chaperone.server.fleet.Fleet;
import chaperone.server.hostkey.HostKeys;
import chaperone.server.pair.Pairs;
import chaperone.server.platform.PlatformRegistry;
import chaperone.server.query.FacetCounts.Count;
import chaperone.server.query.FacetCounts.Counts;
import chaperone.server.query.FacetCounts.Fact;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The fleet as a list with its counts, and one device as its page shows it. */
@RestController
@RequestMapping("/api/devices")
class DeviceListController {
    private final Fleet fleet;
    private final DeviceSearch search;
    private final DeviceRepository devices;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Pairs pairs;
    private final FilteredCounts facets;
    private final PlatformRegistry platforms;

    DeviceListController(
            Fleet fleet,
            DeviceSearch search,
            DeviceRepository devices,
            CredentialSets credentials,
            HostKeys keys,
            Pairs pairs,
            FilteredCounts facets,
            PlatformRegistry platforms) {
        this.fleet = fleet;
        this.search = search;
        this.devices = devices;
        this.credentials = credentials;
        this.keys = keys;
        this.pairs = pairs;
        this.facets = facets;
        this.platforms = platforms;
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
            @Valid @ParameterObject DeviceListRequest wanted,
            @RequestParam(defaultValue = "0") @Min(0) @Max(100_000) int page,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int size) {
        Page<Device> found =
                devices.findAll(search.condition(wanted), PageRequest.of(page, size, DeviceFilter.sort(wanted.sort())));
        Map<Long, String> partners = pairs.partners(found.getContent());
        Counts counts = facets.of(wanted, () -> search.condition(DeviceListRequest.meantBy(wanted.query())));
        return new DevicePage(
                found.map(device -> DeviceView.of(device, partners)).getContent(),
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
                DeviceView.of(device, pairs.partners(List.of(device))),
                credentials.get(device.credentialSet()).name(),
                keys.shown(device.host(), device.port()).map(key -> new HostKeyView(key.fingerprint(), key.pinnedAt())),
                FactsView.of(device),
                platforms
                        .current()
                        .find(device.platform())
                        .flatMap(Platform::ownPage)
                        .map(page -> page.replace("{}", new Endpoint(device.host(), device.port()).toString())));
    }
}

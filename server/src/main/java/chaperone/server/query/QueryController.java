package chaperone.server.query;

import chaperone.core.query.Field;
import chaperone.core.query.QueryHelp;
import chaperone.core.query.QueryReader;
import chaperone.server.credential.CredentialSet;
import chaperone.server.credential.CredentialSetRepository;
import chaperone.server.document.FileFormat;
import chaperone.server.document.ListFile;
import chaperone.server.document.ListFile.Maker;
import chaperone.server.document.ListFile.Rows;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceRepository;
import chaperone.server.fleet.DeviceRepository.ValueCount;
import chaperone.server.fleet.FourAnswers;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Clock;
import java.util.List;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What may be written in a query, and the devices that one means as a table. */
@RestController
class QueryController {
    private static final ListFile LIST = new ListFile(
            "fleet",
            "Devices",
            List.of(
                    "name",
                    "address",
                    "port",
                    "platform",
                    "site",
                    "role",
                    "model",
                    "serial",
                    "release",
                    "tags",
                    "kept",
                    "matched",
                    "sound",
                    "current",
                    "copied",
                    "changed"),
            List.of(
                    "name",
                    "address",
                    "platform",
                    "site",
                    "role",
                    "model",
                    "release",
                    "kept",
                    "matched",
                    "sound",
                    "current",
                    "copied"));

    private final DeviceRepository devices;
    private final CredentialSetRepository credentials;
    private final DeviceGroupRepository stored;
    private final DeviceSearch search;
    private final Clock clock;

    QueryController(
            DeviceRepository devices,
            CredentialSetRepository credentials,
            DeviceGroupRepository stored,
            DeviceSearch search,
            Clock clock) {
        this.clock = clock;
        this.stored = stored;
        this.search = search;
        this.devices = devices;
        this.credentials = credentials;
    }

    /** @param cursor in characters from the beginning */
    @GetMapping("/api/query-help")
    @Transactional(readOnly = true)
    public QueryHelp help(
            @RequestParam @Size(max = QueryReader.LONGEST) String query,
            @RequestParam @Min(0) @Max(QueryReader.LONGEST) int cursor) {
        return QueryHelp.at(query, cursor, this::values);
    }

    private List<String> values(Field field) {
        return switch (field) {
            case SITE -> words(devices.sites());
            case ROLE -> words(devices.roles());
            case PLATFORM -> words(devices.platforms());
            case RELEASE -> words(devices.releases());
            case MODEL -> words(devices.models());
            case TAG -> words(devices.tags());
            case GROUP ->
                stored.findAllByOrderByName().stream().map(DeviceGroup::name).toList();
            case CREDENTIALS ->
                credentials.findAll().stream().map(CredentialSet::name).sorted().toList();
            default -> List.of();
        };
    }

    private static List<String> words(List<ValueCount> counts) {
        return counts.stream().map(ValueCount::getValue).toList();
    }

    @GetMapping("/api/devices.{format}")
    @Transactional(readOnly = true)
    public ResponseEntity<byte[]> file(
            @Valid @ParameterObject DeviceListRequest wanted, @PathVariable String format, Principal who) {
        List<Device> found = devices.findAll(search.condition(wanted), DeviceFilter.sort(wanted.sort()));
        String said = wanted.said();
        return LIST.in(
                FileFormat.of(format),
                Rows.all(said, found.stream().map(QueryController::row).toList()),
                new Maker(who.getName(), clock.instant()));
    }

    private static Object[] row(Device device) {
        FourAnswers answers = device.answers();
        return new Object[] {
            device.name(),
            device.host(),
            device.port(),
            device.platform(),
            device.siteName(),
            device.role(),
            device.model(),
            device.serial(),
            device.release(),
            String.join(" ", device.tags()),
            answers.kept().kind(),
            answers.matched().kind(),
            answers.sound().kind(),
            answers.current().kind(),
            device.lastCopyAt().<Object>map(at -> at).orElse(""),
            device.changedAt().<Object>map(at -> at).orElse("")
        };
    }
}

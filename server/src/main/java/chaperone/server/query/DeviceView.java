package chaperone.server.query;

import chaperone.server.fleet.Device;
import chaperone.server.fleet.FourAnswers;
import chaperone.server.site.Site;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A device as lists show it. */
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
    static DeviceView of(Device device, Map<Long, String> partners) {
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
                device.answers());
    }
}

package chaperone.server.fleet;

import chaperone.server.fleet.DeviceRepository.ValueCount;
import java.time.Clock;
import java.util.List;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.stereotype.Component;

/** What somebody asks for, as a condition of the database at this moment. */
@Component
class DeviceSearch {
    private final Groups groups;
    private final DeviceRepository devices;
    private final SiteRepository sites;
    private final Clock clock;

    DeviceSearch(Groups groups, DeviceRepository devices, SiteRepository sites, Clock clock) {
        this.sites = sites;
        this.groups = groups;
        this.devices = devices;
        this.clock = clock;
    }

    /** @throws chaperone.server.problem.ProblemException with the place, if the query cannot be read */
    Specification<Device> condition(Wanted wanted) {
        return filter(wanted).specification(this::releases, () -> new SiteTree(sites.findAll()), clock.instant());
    }

    private DeviceFilter filter(Wanted wanted) {
        return new DeviceFilter(
                groups.read(wanted.query()),
                wanted.site(),
                wanted.role(),
                wanted.release(),
                wanted.platform(),
                wanted.tag());
    }

    private List<String> releases() {
        return devices.releases().stream().map(ValueCount::getValue).toList();
    }
}

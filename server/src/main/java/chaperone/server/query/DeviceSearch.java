package chaperone.server.query;

import chaperone.server.fleet.Device;
import chaperone.server.query.FacetCounts.Count;
import chaperone.server.query.FacetCounts.Fact;
import chaperone.server.site.SiteRepository;
import chaperone.server.site.SiteTree;
import java.time.Clock;
import java.util.List;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.stereotype.Component;

/** What somebody asks for, as a condition of the database at this moment. */
@Component
class DeviceSearch {
    private final Groups groups;
    private final FacetCounts facets;
    private final SiteRepository sites;
    private final Clock clock;

    DeviceSearch(Groups groups, FacetCounts facets, SiteRepository sites, Clock clock) {
        this.sites = sites;
        this.groups = groups;
        this.facets = facets;
        this.clock = clock;
    }

    /** @throws chaperone.server.problem.ProblemException with the place, if the query cannot be read */
    Specification<Device> condition(DeviceListRequest wanted) {
        return filter(wanted).specification(this::releases, () -> new SiteTree(sites.findAll()), clock.instant());
    }

    private DeviceFilter filter(DeviceListRequest wanted) {
        return new DeviceFilter(
                groups.read(wanted.query()),
                wanted.site(),
                wanted.role(),
                wanted.release(),
                wanted.platform(),
                wanted.tag());
    }

    private List<String> releases() {
        return facets.now().of(Fact.RELEASE).stream().map(Count::value).toList();
    }
}

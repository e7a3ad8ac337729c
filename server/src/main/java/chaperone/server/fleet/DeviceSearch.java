package chaperone.server.fleet;

import chaperone.server.fleet.FacetCounts.Count;
import chaperone.server.fleet.FacetCounts.Fact;
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
        return facets.now().of(Fact.RELEASE).stream().map(Count::value).toList();
    }
}

package chaperone.server.query;

import chaperone.core.query.Query;
import chaperone.server.fleet.Device;
import chaperone.server.problem.ProblemException;
import chaperone.server.site.SiteTree;
import jakarta.persistence.criteria.Predicate;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.http.HttpStatus;

/** Which devices a list shows: those that the query means and that have one of the chosen values of each fact. */
record DeviceFilter(
        Query query,
        List<String> sites,
        List<String> roles,
        List<String> releases,
        List<String> platforms,
        List<String> tags) {

    /** @param known the releases that the fleet has; asked for only if their order matters */
    Specification<Device> specification(Supplier<List<String>> known, Supplier<SiteTree> tree, Instant now) {
        return (device, statement, builder) -> {
            DeviceQuery conditions = new DeviceQuery(device, statement, builder, known, tree, now);
            List<Predicate> all = new ArrayList<>(List.of(conditions.condition(query)));
            if (!sites.isEmpty()) all.add(DeviceQuery.siteName(device, builder).in(sites));
            if (!roles.isEmpty()) all.add(device.get("role").in(roles));
            if (!releases.isEmpty()) all.add(device.get("release").in(releases));
            if (!platforms.isEmpty()) all.add(device.get("platform").in(platforms));
            if (!tags.isEmpty()) all.add(conditions.isTagged(tags));
            return builder.and(all.toArray(Predicate[]::new));
        };
    }

    /** The order that a column's name asks for; a leading hyphen turns it round. Names break ties. */
    static Sort sort(String wanted) {
        boolean down = wanted.startsWith("-");
        String property = switch (down ? wanted.substring(1) : wanted) {
            case "name" -> "name";
            case "role" -> "role";
            case "model" -> "model";
            case "release" -> "release";
            case "address" -> "host";
            case "copied" -> "lastCopyAt";
            case "changed" -> "changedAt";
            case "site", "" -> "site.name";
            default ->
                throw new ProblemException(
                        HttpStatus.BAD_REQUEST,
                        "sort",
                        "There is no column \"" + wanted + "\" to sort by.",
                        "Sort by name, site, role, model, release, address, copied or changed, with - before it for the"
                                + " other way round.");
        };
        Sort.Order order = new Sort.Order(down ? Sort.Direction.DESC : Sort.Direction.ASC, property);
        return Sort.by(order.nullsLast(), Sort.Order.asc("name"));
    }
}

package chaperone.server.fleet;

import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.Expression;
import jakarta.persistence.criteria.JoinType;
import jakarta.persistence.criteria.Predicate;
import jakarta.persistence.criteria.Root;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.data.domain.Sort;
import org.springframework.data.jpa.domain.Specification;

/** Which devices a list shows: all words must occur in a device's facts, and each chosen value must be one of its own. */
record DeviceFilter(
        String find, List<String> sites, List<String> roles, List<String> releases, List<String> platforms) {

    Specification<Device> specification() {
        return (device, query, builder) -> {
            List<Predicate> all = new ArrayList<>();
            for (String word : find.toLowerCase(Locale.ROOT).split("\\s+")) {
                if (!word.isEmpty()) all.add(occurs(device, builder, word));
            }
            if (!sites.isEmpty()) all.add(siteName(device, builder).in(sites));
            if (!roles.isEmpty()) all.add(device.get("role").in(roles));
            if (!releases.isEmpty()) all.add(device.get("release").in(releases));
            if (!platforms.isEmpty()) all.add(device.get("platform").in(platforms));
            return builder.and(all.toArray(Predicate[]::new));
        };
    }

    private static Predicate occurs(Root<Device> device, CriteriaBuilder builder, String word) {
        String pattern = "%" + word.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
        List<Predicate> any = new ArrayList<>();
        for (String fact : List.of("name", "host", "role", "model", "serial", "release")) {
            any.add(builder.like(builder.lower(device.get(fact)), pattern, '\\'));
        }
        any.add(builder.like(builder.lower(siteName(device, builder)), pattern, '\\'));
        return builder.or(any.toArray(Predicate[]::new));
    }

    private static Expression<String> siteName(Root<Device> device, CriteriaBuilder builder) {
        return builder.coalesce(device.join("site", JoinType.LEFT).get("name"), "");
    }

    /** The order that a column's name asks for; a leading hyphen turns it round. Names break ties. */
    static Sort sort(String wanted) {
        boolean down = wanted.startsWith("-");
        String property = switch (down ? wanted.substring(1) : wanted) {
            case "name" -> "name";
            case "role" -> "role";
            case "model" -> "model";
            case "release" -> "release";
            case "copied" -> "lastCopyAt";
            case "changed" -> "changedAt";
            default -> "site.name";
        };
        Sort.Order order = new Sort.Order(down ? Sort.Direction.DESC : Sort.Direction.ASC, property);
        return Sort.by(order.nullsLast(), Sort.Order.asc("name"));
    }
}

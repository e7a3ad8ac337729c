package chaperone.server.query;

import chaperone.server.query.FacetCounts.Count;
import chaperone.server.query.FacetCounts.Fact;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What a device counts for beside the filter; no site and no role are empty texts. */
record FacetRow(String site, String role, String release, String platform, Set<String> tags) {

    /**
     * Each value of a fact with the devices that would be shown if it were chosen too: the choices among the fact's own
     * values do not count for it. Linear in the number of rows and of values.
     *
     * @param known values of the whole fleet, which stay with a count of 0
     */
    static List<Count> count(List<FacetRow> rows, Fact fact, DeviceListRequest wanted, List<Count> known) {
        Map<String, Long> counts = new HashMap<>();
        for (FacetRow row : rows) {
            if (!row.passes(wanted, fact)) continue;
            if (fact == Fact.TAG) row.tags.forEach(tag -> counts.merge(tag, 1L, Long::sum));
            else counts.merge(row.of(fact), 1L, Long::sum);
        }
        return known.stream()
                .map(each -> new Count(each.value(), counts.getOrDefault(each.value(), 0L)))
                .toList();
    }

    private boolean passes(DeviceListRequest wanted, Fact except) {
        return (except == Fact.SITE || lets(wanted.site(), site))
                && (except == Fact.ROLE || lets(wanted.role(), role))
                && (except == Fact.RELEASE || lets(wanted.release(), release))
                && (except == Fact.PLATFORM || lets(wanted.platform(), platform))
                && (except == Fact.TAG
                        || wanted.tag().isEmpty()
                        || wanted.tag().stream().anyMatch(tags::contains));
    }

    private static boolean lets(List<String> chosen, String value) {
        return chosen.isEmpty() || chosen.contains(value);
    }

    private String of(Fact fact) {
        return switch (fact) {
            case SITE -> site;
            case ROLE -> role;
            case RELEASE -> release;
            case PLATFORM -> platform;
            case ALL, TAG -> "";
        };
    }
}

package chaperone.server.query;

import chaperone.server.fleet.Device;
import chaperone.server.query.FacetCounts.Count;
import chaperone.server.query.FacetCounts.Counts;
import chaperone.server.query.FacetCounts.Fact;
import jakarta.persistence.EntityManager;
import jakarta.persistence.Tuple;
import jakarta.persistence.criteria.CriteriaBuilder;
import jakarta.persistence.criteria.CriteriaQuery;
import jakarta.persistence.criteria.Root;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.Supplier;
import org.springframework.data.jpa.domain.Specification;
import org.springframework.stereotype.Component;

/**
 * The counts beside the filter, within what the filter lets through. The devices that a query means are read once and
 * kept as long as the fleet stays as it is: whoever scrolls, sorts or chooses among the values asks for them again.
 */
@Component
class FilteredCounts {
    private static final int MOST_KEPT = 8;
    private static final Duration LONGEST_KEPT = Duration.ofSeconds(5);

    private final FacetCounts whole;
    private final EntityManager database;
    private final Clock clock;
    private final Map<String, Kept> kept = new LinkedHashMap<>();

    private record Kept(List<FacetRow> rows, long move, Instant at) {}

    FilteredCounts(FacetCounts whole, EntityManager database, Clock clock) {
        this.whole = whole;
        this.database = database;
        this.clock = clock;
    }

    /** @param meant what the query alone means, without the values that were chosen beside it */
    Counts of(DeviceListRequest wanted, Supplier<Specification<Device>> meant) {
        Counts all = whole.now();
        if (wanted.isEverything()) return all;
        List<FacetRow> rows = rows(wanted.query(), meant, !all.of(Fact.TAG).isEmpty());
        Map<Fact, List<Count>> counts = new EnumMap<>(Fact.class);
        all.facets().forEach((fact, known) -> counts.put(fact, FacetRow.count(rows, fact, wanted, known)));
        return new Counts(all.all(), counts);
    }

    private List<FacetRow> rows(String query, Supplier<Specification<Device>> meant, boolean hasTags) {
        long move = whole.move();
        Instant now = clock.instant();
        synchronized (kept) {
            Kept known = kept.get(query);
            boolean isGood = known != null
                    && known.move() == move
                    && now.isBefore(known.at().plus(LONGEST_KEPT));
            if (isGood) return known.rows();
        }
        List<FacetRow> rows = read(meant.get(), hasTags);
        synchronized (kept) {
            kept.remove(query);
            if (kept.size() >= MOST_KEPT) kept.remove(kept.keySet().iterator().next());
            kept.put(query, new Kept(rows, move, now));
        }
        return rows;
    }

    private List<FacetRow> read(Specification<Device> meant, boolean hasTags) {
        Map<Long, Set<String>> tags = hasTags ? tags(meant) : Map.of();
        CriteriaBuilder builder = database.getCriteriaBuilder();
        CriteriaQuery<Tuple> statement = builder.createTupleQuery();
        Root<Device> device = statement.from(Device.class);
        statement.select(builder.tuple(
                device.get("id"),
                DeviceQuery.siteName(device, builder),
                device.get("role"),
                device.get("release"),
                device.get("platform")));
        statement.where(meant.toPredicate(device, statement, builder));
        List<FacetRow> rows = new ArrayList<>();
        for (Tuple row : database.createQuery(statement).getResultList()) {
            rows.add(new FacetRow(
                    text(row, 1),
                    text(row, 2),
                    text(row, 3),
                    text(row, 4),
                    tags.getOrDefault(row.get(0, Long.class), Set.of())));
        }
        return rows;
    }

    private Map<Long, Set<String>> tags(Specification<Device> meant) {
        CriteriaBuilder builder = database.getCriteriaBuilder();
        CriteriaQuery<Tuple> statement = builder.createTupleQuery();
        Root<Device> device = statement.from(Device.class);
        statement.select(builder.tuple(device.get("id"), device.join("tags")));
        statement.where(meant.toPredicate(device, statement, builder));
        Map<Long, Set<String>> tags = new HashMap<>();
        for (Tuple row : database.createQuery(statement).getResultList()) {
            tags.computeIfAbsent(row.get(0, Long.class), id -> new HashSet<>()).add(row.get(1, String.class));
        }
        return tags;
    }

    private static String text(Tuple row, int place) {
        String text = row.get(place, String.class);
        return text == null ? "" : text;
    }
}

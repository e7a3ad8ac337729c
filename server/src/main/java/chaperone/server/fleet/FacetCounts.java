package chaperone.server.fleet;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** How many devices of the fleet have each value of a fact: all facts in one look at the devices. */
@Component
class FacetCounts {
    private static final String COUNT = """
            select case grouping(s.name, d.role, d.release, d.platform)
                when 7 then 'SITE' when 11 then 'ROLE' when 13 then 'RELEASE' when 14 then 'PLATFORM' else 'ALL' end as fact,
              coalesce(s.name, d.role, d.release, d.platform, '') as value, count(*) as devices
            from device d left join site s on s.id = d.site_id
            group by grouping sets ((s.name), (d.role), (d.release), (d.platform), ())
            union all
            select 'TAG', tag, count(*) from device_tag group by tag
            order by 1, 2""";

    private final JdbcClient database;

    enum Fact {
        ALL,
        SITE,
        ROLE,
        RELEASE,
        PLATFORM,
        TAG
    }

    record Count(String value, long devices) {}

    /** @param all counts every device */
    record Counts(long all, Map<Fact, List<Count>> facets) {
        List<Count> of(Fact fact) {
            return facets.getOrDefault(fact, List.of());
        }
    }

    FacetCounts(JdbcClient database) {
        this.database = database;
    }

    Counts now() {
        Map<Fact, List<Count>> facets = new EnumMap<>(Fact.class);
        database.sql(COUNT).query(row -> {
            take(row, facets);
        });
        long all = facets.getOrDefault(Fact.ALL, List.of()).stream()
                .mapToLong(Count::devices)
                .sum();
        return new Counts(all, facets);
    }

    private static void take(ResultSet row, Map<Fact, List<Count>> facets) throws SQLException {
        facets.computeIfAbsent(Fact.valueOf(row.getString("fact")), unused -> new ArrayList<>())
                .add(new Count(row.getString("value"), row.getLong("devices")));
    }
}

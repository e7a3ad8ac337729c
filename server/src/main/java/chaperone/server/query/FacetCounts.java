package chaperone.server.query;

import chaperone.server.event.FleetChangedEvent;
import chaperone.server.event.ServerEvent;
import chaperone.server.event.ServerEventListener;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLong;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * How many devices of the fleet have each value of a fact: all facts in one look at the devices. They are kept until the
 * fleet moves, in this process or another; whatever moves it without a word is seen a few seconds later.
 */
@Component
class FacetCounts implements ServerEventListener {
    private static final String COUNT = """
            select case grouping(s.name, d.role, d.release, d.platform)
                when 7 then 'SITE' when 11 then 'ROLE' when 13 then 'RELEASE' when 14 then 'PLATFORM' else 'ALL' end as fact,
              coalesce(s.name, d.role, d.release, d.platform, '') as value, count(*) as devices
            from device d left join site s on s.id = d.site_id
            group by grouping sets ((s.name), (d.role), (d.release), (d.platform), ())
            union all
            select 'TAG', tag, count(*) from device_tag group by tag
            order by 1, 2""";

    private static final Duration LONGEST_KEPT = Duration.ofSeconds(5);

    private final JdbcClient database;
    private final Clock clock;
    /** Counts the moves: what was counted while the fleet moved is not kept. */
    private final AtomicLong moves = new AtomicLong();

    private volatile Optional<Kept> kept = Optional.empty();

    private record Kept(Counts counts, long move, Instant at) {}

    public enum Fact {
        ALL,
        SITE,
        ROLE,
        RELEASE,
        PLATFORM,
        TAG
    }

    public record Count(String value, long devices) {}

    /** @param all counts every device */
    public record Counts(long all, Map<Fact, List<Count>> facets) {
        List<Count> of(Fact fact) {
            return facets.getOrDefault(fact, List.of());
        }
    }

    FacetCounts(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    @EventListener
    void moved(FleetChangedEvent moved) {
        moves.incrementAndGet();
    }

    @Override
    public void heard(ServerEvent heard) {
        if (heard.kind().equals("fleet")) moves.incrementAndGet();
    }

    /** Another number whenever the fleet has moved. */
    long move() {
        return moves.get();
    }

    /** Of the whole fleet. */
    Counts now() {
        long move = move();
        Instant now = clock.instant();
        Optional<Kept> good = kept.filter(
                known -> known.move() == move && now.isBefore(known.at().plus(LONGEST_KEPT)));
        if (good.isPresent()) return good.get().counts();
        Counts counts = count();
        kept = Optional.of(new Kept(counts, move, now));
        return counts;
    }

    private Counts count() {
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

package chaperone.server.desk;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** When somebody had the desk open before this sitting: what came since then is new. */
@Repository
class DeskVisits {
    /** Whoever comes back within this time has not been away. */
    private static final Duration SITTING = Duration.ofMinutes(30);

    private static final String VISIT = """
            insert into desk_visit (account, seen_at) values (:account, :now)
            on conflict (account) do update set
              before_that = case when desk_visit.seen_at < :away then desk_visit.seen_at else desk_visit.before_that end,
              seen_at = greatest(desk_visit.seen_at, :now)
            returning before_that""";

    private final JdbcClient database;
    private final Clock clock;

    DeskVisits(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /** @return when the sitting before this one ended; nothing if there was none */
    @Transactional
    public Optional<Instant> visit(String account) {
        Instant now = clock.instant();
        return database.sql(VISIT)
                .param("account", account)
                .param("now", Timestamp.from(now))
                .param("away", Timestamp.from(now.minus(SITTING)))
                .query((row, number) -> Optional.ofNullable(row.getTimestamp(1)).map(Timestamp::toInstant))
                .single();
    }
}

package chaperone.server.finding;

import chaperone.server.clause.ClauseText.Severity;
import chaperone.server.standard.Standards;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** How many findings stood when, and for how long those stand that are open. */
@Repository
class FindingTrend {
    /** What is excepted now is left out; an exception that has ended is not remembered here. */
    private static final String TREND = """
            select t.at, (select count(*) from finding f
                where f.standard_id = :standard and f.kind = 'FAIL' and not f.excepted and f.since <= t.at)
              + (select count(*) from closed_finding c
                where c.standard_id = :standard and c.since <= t.at and c.ended_at > t.at) as failing
            from generate_series(cast(:now as timestamptz) - make_interval(days => :days), :now, interval '1 day') t(at)
            order by 1""";

    private static final String AGES = """
            select severity, case when since > :day then 0 when since > :week then 1 when since > :month then 2
              else 3 end as age, count(*) as failing
            from finding where kind = 'FAIL' and not excepted and (cast(:standard as bigint) is null or standard_id = :standard)
            group by 1, 2 order by 1, 2""";
    private static final long DAY = 86_400;

    private final JdbcClient database;
    private final Standards standards;
    private final Clock clock;

    /** How many findings stood at a moment. */
    record TrendPoint(Instant at, long failing) {}

    /** Since when findings stand. */
    enum Age {
        A_DAY,
        A_WEEK,
        A_MONTH,
        LONGER
    }

    record AgeCount(Age age, Severity severity, long failing) {}

    FindingTrend(JdbcClient database, Standards standards, Clock clock) {
        this.database = database;
        this.standards = standards;
        this.clock = clock;
    }

    /** A point for each day up to now. */
    @Transactional(readOnly = true)
    public List<TrendPoint> of(String standard, int days) {
        return database.sql(TREND)
                .param("standard", standards.inForce(standard).id())
                .param("now", Timestamp.from(clock.instant()))
                .param("days", days)
                .query((row, i) -> new TrendPoint(row.getTimestamp("at").toInstant(), row.getLong("failing")))
                .list();
    }

    /** Of one standard, or of all. */
    @Transactional(readOnly = true)
    public List<AgeCount> ages(Optional<String> standard) {
        Instant now = clock.instant();
        return database.sql(AGES)
                .param(
                        "standard",
                        standard.map(name -> standards.inForce(name).id()).orElse(null),
                        Types.BIGINT)
                .param("day", Timestamp.from(now.minusSeconds(DAY)))
                .param("week", Timestamp.from(now.minusSeconds(7 * DAY)))
                .param("month", Timestamp.from(now.minusSeconds(30 * DAY)))
                .query((row, i) -> new AgeCount(
                        Age.values()[row.getInt("age")],
                        Severity.valueOf(row.getString("severity")),
                        row.getLong("failing")))
                .list();
    }
}

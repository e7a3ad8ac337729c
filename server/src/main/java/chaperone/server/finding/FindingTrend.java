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
    /**
     * What begins and what ends, summed up day by day; all before the first day counts on it. While an exception held for
     * it a finding does not count.
     */
    private static final String TREND = """
            with stood as (
              select device_id, tag, since, cast('infinity' as timestamptz) as until from finding
              where standard_id = :standard and kind = 'FAIL'
              union all select device_id, tag, since, ended_at from closed_finding
              where standard_id = :standard and kind = 'FAIL'),
            waived as (
              select greatest(s.since, e.made_at) as since, least(s.until, coalesce(e.ended_at, 'infinity')) as until
              from stood s join granted_exception e on e.standard_id = :standard and e.device_id = s.device_id
                and e.tag = s.tag and e.made_at < s.until and coalesce(e.ended_at, 'infinity') > s.since),
            moves as (
              select since as at, 1 as by from stood union all select until, -1 from stood
              union all select since, -1 from waived union all select until, 1 from waived),
            daily as (
              select greatest(0, :days + ceil(extract(epoch from at - cast(:now as timestamptz)) / 86400)) as day,
                sum(by) as by
              from moves where at <= :now group by 1)
            select cast(:now as timestamptz) - make_interval(hours => 24 * (:days - d.day)) as at,
              coalesce(sum(sum(daily.by)) over (order by d.day), 0) as failing
            from generate_series(0, :days) d(day) left join daily on daily.day = d.day
            group by d.day order by d.day""";

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

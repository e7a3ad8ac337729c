package chaperone.server.job;

import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Keeps what came of lines before their last try, so that a job's record holds every attempt. */
@Component
class JobLineTries {
    private final JdbcClient database;
    private final Clock clock;

    JobLineTries(JdbcClient database, Clock clock) {
        this.database = database;
        this.clock = clock;
    }

    /**
     * @param line its number within the job
     * @param credentialSet its name; empty if it was removed, or there was none
     * @param outcome its code
     */
    record Try(int line, Instant at, String credentialSet, String outcome, String seen) {}

    /** One credential set of several did not fit; the line goes on. */
    void add(long line, long credentialSet, String outcome, String seen) {
        database.sql("insert into job_line_try (job_line_id, credential_set_id, outcome, seen, ended_at)"
                        + " values (?, ?, ?, ?, ?)")
                .params(line, credentialSet, outcome, seen, Timestamp.from(clock.instant()))
                .update();
    }

    /** To be called before lines that have ended wait again. */
    void keepEnds(Collection<Long> lines) {
        database.sql("""
                        insert into job_line_try (job_line_id, credential_set_id, outcome, seen, ended_at)
                        select id, credential_set_id, outcome, seen, ended_at from job_line
                        where id in (:lines) and started_at is not null and ended_at is not null""").param("lines", lines).update();
    }

    /** By the lines' numbers, in the order in which they ended. */
    Map<Integer, List<Try>> of(Collection<Long> lines) {
        if (lines.isEmpty()) return Map.of();
        return database
                .sql("""
                        select l.number, t.ended_at, coalesce(s.name, '') as set_name, t.outcome, t.seen
                        from job_line_try t join job_line l on l.id = t.job_line_id
                        left join credential_set s on s.id = t.credential_set_id
                        where t.job_line_id in (:lines) order by t.id""")
                .param("lines", lines)
                .query((row, number) -> new Try(
                        row.getInt("number"),
                        row.getObject("ended_at", OffsetDateTime.class).toInstant(),
                        row.getString("set_name"),
                        row.getString("outcome"),
                        row.getString("seen")))
                .list()
                .stream()
                .collect(Collectors.groupingBy(Try::line));
    }
}

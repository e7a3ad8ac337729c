package chaperone.server.job;

import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.core.simple.JdbcClient.StatementSpec;
import org.springframework.stereotype.Component;

/**
 * Takes lines in hand and ends them, with one statement each: a sweep over a fleet does both for every device, and
 * a transaction of several statements would cost more than the conversation. Each statement is a transaction of its own,
 * and goes to the database without Hibernate, whose handling of it would cost as much again. It is on the disk a moment
 * later: should the database's machine fail right then, a line is done once more, which it must stand anyway.
 */
@Component
class JobLineStore {
    private static final String ENDED = """
            ended as (
              update job_line set state = :state, outcome = :outcome, seen = :seen, found = :found, ended_at = :now
              where id = :before and state in ('WAITING', 'IN_HAND')
              returning id)
            """;
    private static final String CLAIMED = """
            , claimed as (
              update job_line l set state = 'IN_HAND', attempts = l.attempts + 1, started_at = :now,
                broken = case when l.state = 'IN_HAND' then l.broken + 1 else 0 end
              from job j
              where l.id = :id and j.id = l.job_id and not j.stop_asked
                and (l.state = 'WAITING' or l.state = 'IN_HAND' and l.broken + 1 < :most)
              returning l.job_id, j.kind, l.number, l.target, l.host, l.port, l.site, l.role, l.device_id,
                l.credential_set_id, l.payload)
            select *, set_config('synchronous_commit', 'off', true) from claimed""";
    private static final String LATE = "select set_config('synchronous_commit', 'off', true) from ended";
    private static final int LONGEST_SEEN = 500;
    /** A line that was begun so often without ending is what breaks its process, or the process cannot do it. */
    static final int MOST_BROKEN = 3;

    private final JdbcClient database;
    private final JobProgressNotifier notifier;
    private final Clock clock;

    /** A line that is in hand now. */
    record Claimed(long id, long job, JobKind kind, int number, NewJobLine asked) {}

    /** How a line ended. */
    record Ended(long id, long job, JobLineResult result) {}

    JobLineStore(JdbcClient database, JobProgressNotifier notifier, Clock clock) {
        this.database = database;
        this.notifier = notifier;
        this.clock = clock;
    }

    /**
     * The line, now in hand; nothing if it has ended already or its job is to stop.
     *
     * @param before the line before it, to be ended in the same statement
     */
    Optional<Claimed> claim(long lineId, Optional<Ended> before) {
        Optional<Claimed> claimed = ending(before, CLAIMED)
                .param("id", lineId)
                .param("most", MOST_BROKEN)
                .query((row, number) -> claimed(lineId, row))
                .optional();
        before.ifPresent(this::tell);
        claimed.ifPresent(line -> notifier.moved(line.job()));
        return claimed;
    }

    private StatementSpec ending(Optional<Ended> line, String then) {
        Optional<JobLineAddition> note = line.flatMap(ended -> ended.result().note());
        String noted = note.map(each -> each.expressions() + ", ").orElse("");
        StatementSpec statement = database.sql("with " + noted + ENDED + then);
        note.ifPresent(each -> statement.params(each.params()));
        String seen = line.map(Ended::result).map(JobLineResult::seen).orElse("");
        return statement
                .param("before", line.map(Ended::id).orElse(0L))
                .param("state", line.map(ended -> ended.result().state().name()).orElse(""))
                .param(
                        "outcome",
                        line.map(ended -> ended.result().outcome().name()).orElse(""))
                .param("seen", seen.length() > LONGEST_SEEN ? seen.substring(0, LONGEST_SEEN) : seen)
                .param("found", line.map(ended -> ended.result().found()).orElse(""))
                .param("now", Timestamp.from(clock.instant()));
    }

    private void tell(Ended line) {
        line.result().note().ifPresent(note -> note.written().run());
        notifier.moved(line.job());
    }

    private static Claimed claimed(long id, ResultSet row) throws SQLException {
        NewJobLine asked = new NewJobLine(
                row.getString("target"),
                row.getString("host"),
                row.getInt("port"),
                row.getString("site"),
                row.getString("role"),
                Optional.ofNullable(row.getObject("device_id", Long.class)),
                Optional.ofNullable(row.getObject("credential_set_id", Long.class)),
                row.getString("payload"));
        return new Claimed(
                id, row.getLong("job_id"), JobKind.valueOf(row.getString("kind")), row.getInt("number"), asked);
    }

    /** Notes how a line ended; stopping may have ended it meanwhile, or another process that took it up. */
    void end(Ended line) {
        ending(Optional.of(line), LATE).query(String.class).list();
        tell(line);
    }
}

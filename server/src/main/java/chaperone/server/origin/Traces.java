package chaperone.server.origin;

import chaperone.core.origin.OriginFinder;
import chaperone.core.origin.OriginFinder.Interval;
import chaperone.core.origin.Trace;
import chaperone.core.origin.Visitor;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcOperations;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** What is known of people's presence at devices. */
@Repository
public class Traces {
    private static final int MOST = 2000;
    private static final String NOTE = """
            insert into device_trace (device_id, kind, account, came_from, way, at)
            select id, ?, ?, ?, ?, ? from device where id = ?""";
    /** The newest ones if there are too many: a flood of old ones hides nobody who came after it. */
    private static final String AROUND = """
            select kind, account, came_from, way, '' as person, at as from_at, at as until_at
            from (
              select * from device_trace where device_id = :device and at between :first and :last
              order by at desc limit :most) newest
            union all
            select 'CONSOLE', c.logged_in_as, '', 'console', c.account, c.began_at, coalesce(c.ended_at, :last)
            from console_recording c join device d on d.name = c.device
            where d.id = :device and c.began_at <= :last and coalesce(c.ended_at, :last) >= :first""";

    private final JdbcOperations batches;
    private final JdbcClient database;

    Traces(JdbcOperations batches, JdbcClient database) {
        this.batches = batches;
        this.database = database;
    }

    /** Those of devices that are gone meanwhile are passed over. */
    public void note(List<DeviceTrace> traces) {
        List<Object[]> rows = traces.stream()
                .map(trace -> new Object[] {
                    trace.kind().name(),
                    trace.visitor().account(),
                    trace.visitor().from(),
                    trace.visitor().way(),
                    Timestamp.from(trace.at()),
                    trace.device()
                })
                .toList();
        if (!rows.isEmpty()) batches.batchUpdate(NOTE, rows);
    }

    /** All that may speak for somebody who altered a device in an interval. */
    List<Trace> around(long device, Interval interval) {
        return database.sql(AROUND)
                .param("device", device)
                .param("first", Timestamp.from(interval.sameUntil().minus(OriginFinder.LONGEST_SESSION)))
                .param("last", Timestamp.from(interval.seenAt().plus(OriginFinder.LATE)))
                .param("most", MOST)
                .query((row, number) -> trace(row))
                .list();
    }

    private static Trace trace(ResultSet row) throws SQLException {
        return new Trace(
                Trace.Kind.valueOf(row.getString("kind")),
                new Visitor(row.getString("account"), row.getString("came_from"), row.getString("way")),
                row.getString("person"),
                moment(row, "from_at"),
                moment(row, "until_at"));
    }

    static Instant moment(ResultSet row, String column) throws SQLException {
        return Optional.of(row.getTimestamp(column)).orElseThrow().toInstant();
    }
}

package chaperone.server.credential;

import chaperone.connect.conversation.Endpoint;
import chaperone.server.task.Schedulers;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.scheduling.concurrent.ThreadPoolTaskScheduler;
import org.springframework.stereotype.Component;

/**
 * Counts the uses of credential sets, device by device and day by day. A sweep uses them a hundred times a second: they
 * are gathered and stored together, a second later at most; a server that dies loses that second.
 */
@Component
class CredentialUses implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(CredentialUses.class);
    private static final Duration GATHER = Duration.ofSeconds(1);
    /** A set that was removed meanwhile has nobody to count for. */
    private static final String STORE = """
            insert into credential_use (credential_set_id, host, port, day, uses, last_at)
            select id, ?, ?, ?, ?, ? from credential_set where id = ?
            on conflict (credential_set_id, host, port, day)
            do update set uses = credential_use.uses + excluded.uses, last_at = excluded.last_at""";

    private final JdbcTemplate database;
    private final Clock clock;
    private Map<Use, Count> gathered = new HashMap<>();
    private final ThreadPoolTaskScheduler timer = Schedulers.finishing("credential-uses", 1);

    private record Use(long set, Endpoint endpoint, LocalDate day) {}

    private record Count(long uses, Instant lastAt) {}

    CredentialUses(JdbcTemplate database, Clock clock) {
        this.database = database;
        this.clock = clock;
        Schedulers.every(timer, GATHER, this::store);
    }

    /** A day's uses at one address. */
    record DayOfUse(String host, int port, Optional<String> device, String day, long uses, Instant lastAt) {}

    /** The newest days first; up to a thousand rows. */
    List<DayOfUse> of(long set) {
        store();
        return database.query(
                "select u.host, u.port, d.name, u.day, u.uses, u.last_at from credential_use u"
                        + " left join device d on d.host = u.host and d.port = u.port"
                        + " where u.credential_set_id = ? order by u.day desc, u.last_at desc limit 1000",
                (row, number) -> new DayOfUse(
                        row.getString("host"),
                        row.getInt("port"),
                        Optional.ofNullable(row.getString("name")),
                        row.getDate("day").toString(),
                        row.getLong("uses"),
                        row.getTimestamp("last_at").toInstant()),
                set);
    }

    void note(long set, Endpoint endpoint) {
        Instant now = clock.instant();
        Use use = new Use(set, endpoint, LocalDate.ofInstant(now, ZoneOffset.UTC));
        synchronized (this) {
            gathered.merge(use, new Count(1, now), (before, more) -> new Count(before.uses() + 1, more.lastAt()));
        }
    }

    /** What was gathered so far, to the database. */
    void store() {
        Map<Use, Count> taken = taken();
        if (taken.isEmpty()) return;
        try {
            List<Object[]> rows = new ArrayList<>();
            taken.forEach((use, count) -> rows.add(new Object[] {
                use.endpoint().host(),
                use.endpoint().port(),
                Date.valueOf(use.day()),
                count.uses(),
                Timestamp.from(count.lastAt()),
                use.set()
            }));
            database.batchUpdate(STORE, rows);
        } catch (RuntimeException e) {
            LOG.error("{} uses of credential sets were not recorded", taken.size(), e);
        }
    }

    private synchronized Map<Use, Count> taken() {
        Map<Use, Count> taken = gathered;
        gathered = new HashMap<>();
        return taken;
    }

    @Override
    public void destroy() {
        timer.shutdown();
        store();
    }
}

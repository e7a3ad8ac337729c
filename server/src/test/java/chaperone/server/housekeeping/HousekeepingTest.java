package chaperone.server.housekeeping;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.TestPostgres;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** What grows is thinned out, in portions, and nothing that is still needed. */
class HousekeepingTest {
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");
    private static final int OLD = Housekeeping.PORTION * 2 + 7;

    private static JdbcClient database;

    @BeforeAll
    static void start() {
        DataSource source = new DriverManagerDataSource(TestPostgres.freshDatabase(), "postgres", "");
        database = JdbcClient.create(source);
        sql(
                "insert into credential_set (name, note, privileged, changed_at, version) values ('switches', '', '', now(), 0)");
        sql(
                "insert into routine (name, rule, zone, query, devices, missed, is_on, written_by, written_at) values ('nightly', 'daily 02:30', 'UTC', '', '', 'SKIP', true, 'x', now())");
    }

    @Test
    void eachKindGoesByItsOwnRuleAndWhatGoesOnStays() {
        sql("insert into job (kind, title, asked_by, asked_at, started_at, ended_at, stop_asked)"
                + " select 'COPY', 'x', 'y', date '2026-01-01', date '2026-01-01', date '2026-01-01', false"
                + " from generate_series(1, " + OLD + ")");
        sql("insert into job (kind, title, asked_by, asked_at, started_at, stop_asked) values"
                + " ('COPY', 'goes on', 'y', date '2026-01-01', date '2026-01-01', false)");
        sql(
                "insert into console_recording (device, account, logged_in_as, began_at, ended_at) values"
                        + " ('d', 'a', 'b', date '2026-01-01', date '2026-01-01'), ('d', 'goes on', 'b', date '2026-01-01', null)");
        sql("insert into credential_use select id, 'h', 22, day, 1, now()"
                + " from credential_set, (values (date '2025-01-01'), (date '2026-11-01')) as d(day)");
        sql("insert into routine_run (routine_id, due_at, at, outcome) select id, due, due, 'STARTED'"
                + " from routine, (values (timestamptz '2024-01-01'), (timestamptz '2025-01-01')) as d(due)");
        AtomicInteger tidied = new AtomicInteger();
        Housekeeping housekeeping =
                new Housekeeping(database, List.of(tidied::incrementAndGet), Clock.fixed(NOW, ZoneOffset.UTC));

        Map<HousekeepingKind, Integer> gone = housekeeping.thin();

        assertThat(gone).containsEntry(HousekeepingKind.JOBS, OLD).containsEntry(HousekeepingKind.RECORDINGS, 1);
        assertThat(gone)
                .containsEntry(HousekeepingKind.CREDENTIAL_USES, 1)
                .containsEntry(HousekeepingKind.ROUTINE_RUNS, 1);
        assertThat(texts("select title from job")).containsExactly("goes on");
        assertThat(texts("select account from console_recording")).containsExactly("goes on");
        assertThat(texts("select day from credential_use")).containsExactly("2026-11-01");
        assertThat(texts("select extract(year from due_at) from routine_run")).containsExactly("2025");
        assertThat(housekeeping.thin().values()).allMatch(each -> each == 0);
    }

    @Test
    void everyKindHasADefaultThatCanBeSetAnew() {
        Housekeeping housekeeping = new Housekeeping(database, List.of(), Clock.systemUTC());
        assertThat(housekeeping.rules()).containsOnlyKeys(HousekeepingKind.values());
        housekeeping.keep(HousekeepingKind.RECORDINGS, 7);
        assertThat(housekeeping.rules()).containsEntry(HousekeepingKind.RECORDINGS, 7);
        housekeeping.keep(HousekeepingKind.RECORDINGS, 180);
    }

    private static void sql(String statement) {
        database.sql(statement).update();
    }

    private static List<String> texts(String query) {
        return database.sql(query).query(String.class).list();
    }
}

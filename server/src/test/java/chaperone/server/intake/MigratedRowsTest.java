package chaperone.server.intake;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.PlatformReader;
import chaperone.core.platform.Platforms;
import chaperone.server.support.TestPostgres;
import java.util.List;
import java.util.Optional;
import org.flywaydb.core.Flyway;
import org.junit.jupiter.api.Test;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/** What an earlier release stored is read by this one. */
class MigratedRowsTest {
    private final String address = TestPostgres.emptyDatabase();
    private final JdbcClient database = JdbcClient.create(new DriverManagerDataSource(address, "postgres", ""));

    private void migrateTo(String version) {
        Flyway.configure()
                .dataSource(address, "postgres", "")
                .target(version)
                .load()
                .migrate();
    }

    @Test
    void whatWasSaidOfANewDeviceIsItsLinesPayload() {
        migrateTo("25");
        for (String kind : List.of("IMPORT", "COPY"))
            database.sql("""
                    with j as (
                      insert into job (kind, title, asked_by, asked_at, started_at, stop_asked)
                      values (?, '', 'r.anand', now(), now(), false) returning id)
                    insert into job_line (id, job_id, number, target, host, port, site, role, state, outcome, seen, attempts,
                      platform, telnet_allowed, tags, further_sets)
                    select nextval('job_line_seq'), id, 0, '', 'h', 22, '', '', 'WAITING', 'NONE', '', 0,
                      'corvane', true, 'quay;"north"', '3;9' from j""").param(kind).update();
        migrateTo("latest");
        List<String> payloads = database.sql("select payload from job_line order by job_id")
                .query(String.class)
                .list();
        assertThat(IntakeDetails.of(payloads.get(0)))
                .isEqualTo(
                        new IntakeDetails(Optional.of("corvane"), true, List.of("quay", "\"north\""), List.of(3L, 9L)));
        assertThat(payloads.get(1)).isEmpty();
    }

    @Test
    void savedPlatformsAreReadUnderTodaysNames() {
        migrateTo("27");
        String now = Platforms.shippedText("corvane");
        String before =
                now.replace("protocol: shell", "reached-by: shell").replace("  enter: [edit]", "  begin: [edit]");
        database.sql(
                        "insert into platform_text (name, number, yaml, saved_by, saved_at) values ('corvane', 1, ?, 'x', now())")
                .param(before)
                .update();
        migrateTo("latest");
        String migrated = database.sql("select yaml from platform_text")
                .query(String.class)
                .single();
        assertThat(migrated).isEqualTo(now);
        assertThat(PlatformReader.read(migrated)).isInstanceOf(PlatformReader.Outcome.Read.class);
    }
}

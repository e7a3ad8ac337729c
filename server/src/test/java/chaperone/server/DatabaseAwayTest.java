package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;

/** The database goes away and comes back, as it does when it is restarted. */
@Timeout(120)
class DatabaseAwayTest {

    @Test
    void everythingSaysSoInOurOwnWordsAndComesBackByItself() throws SQLException {
        try (TestServer server = TestServer.start(DevicePorts.next())) {
            Api engineer = server.as(Role.ENGINEER);
            Api program = new Api(server.address());
            String database = server.context().getEnvironment().getProperty("spring.datasource.url", "");
            String name = database.substring(database.lastIndexOf('/') + 1);
            sql(database, "alter database " + name + " allow_connections false");
            sql(database, "select pg_terminate_backend(pid) from pg_stat_activity where datname = '" + name + "'");

            for (String path : new String[] {"/api/devices", "/api/session", "/api/compare", "/api/log-messages"}) {
                Api.Answer answer =
                        path.equals("/api/compare") ? engineer.post(path, java.util.Map.of()) : engineer.get(path);
                assertThat(answer.json(503).get("code").asString()).as(path).isEqualTo("database-away");
                assertThat(answer.raw()
                                .headers()
                                .firstValueAsLong("Retry-After")
                                .orElse(0))
                        .isPositive();
            }
            assertThat(program.get("/").status())
                    .as("the pages themselves need no database")
                    .isEqualTo(200);
            assertThat(program.get("/actuator/health/readiness")
                            .json(503)
                            .get("status")
                            .asString())
                    .isEqualTo("DOWN");

            sql(database, "alter database " + name + " allow_connections true");
            TestServer.await(() -> engineer.get("/api/devices").status() == 200, "it comes back");
            assertThat(engineer.get("/api/session").json(200).get("name").asString())
                    .isEqualTo("engineer");
            TestServer.await(() -> program.get("/actuator/health/readiness").status() == 200, "it is ready again");
            server.bringIn(engineer, "127.20.1.21");
            assertThat(engineer.copy("brkw-acc-1")).isEqualTo("NEW_REVISION");
        }
    }

    /** Asked at another database of the same cluster. */
    private static void sql(String database, String statement) throws SQLException {
        String other = database.substring(0, database.lastIndexOf('/')) + "/postgres";
        try (Connection connection = DriverManager.getConnection(other, "postgres", "");
                Statement asked = connection.createStatement()) {
            asked.execute(statement);
        }
    }
}

package chaperone.server.support;

import chaperone.standins.StandIns;
import chaperone.standins.control.ControlServer;
import chaperone.standins.demo.DemoStart;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

/**
 * The demo's database as it is when all its devices have been met and copied. It is made once in a process; each class of
 * tests starts on a copy of it, with stand-ins that have the same keys and the same past.
 */
final class DemoTemplate {
    private static final Object LOCK = new Object();
    private static Optional<DemoTemplate> made = Optional.empty();

    private final Path state;
    private final Path history;
    private final Instant now;
    private final String database;

    private DemoTemplate(int devicePort) throws IOException {
        state = TempFolders.fresh("chaperone-demo-state");
        history = TempFolders.fresh("chaperone-demo");
        now = Clock.systemUTC().instant();
        database = TestPostgres.freshDatabase();
        DemoStart.writeHistory(history, devicePort, now);
        try (TestServer server = on(database, devicePort)) {
            Api engineer = new Api(server.address()).logIn("r.anand", "demo-engineer");
            engineer.awaitJob(1);
            engineer.await(
                    "/api/changes/1", change -> change.get("state").asString().equals("KEPT"));
            engineer.await(
                    "/api/rollouts/1",
                    rollout -> rollout.get("state").asString().equals("DONE"));
            DemoStart.keep(server.standIns(), state);
        }
    }

    static TestServer start(int devicePort) {
        try {
            DemoTemplate template;
            synchronized (LOCK) {
                if (made.isEmpty()) made = Optional.of(new DemoTemplate(devicePort));
                template = made.get();
            }
            return template.on(template.copyFor(devicePort), devicePort);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private TestServer on(String database, int devicePort) {
        StandIns standIns = TestServer.standIns(devicePort, Optional.of(state), now);
        ControlServer control = new ControlServer(0, standIns);
        ConfigurableApplicationContext context = TestServer.run(
                database,
                List.of(
                        "--chaperone.demo.control=http://127.0.0.1:" + control.port(),
                        "--spring.profiles.active=demo",
                        "--chaperone.demo.history=" + history,
                        "--chaperone.demo.port=" + devicePort));
        return TestServer.of(context, standIns, control, devicePort);
    }

    /** Each class of tests has its devices at a port of its own. */
    private String copyFor(int devicePort) {
        String copy = TestPostgres.copyOf(database);
        JdbcClient client = JdbcClient.create(new DriverManagerDataSource(copy, "postgres", ""));
        for (String table : List.of("device", "host_key", "job_line", "credential_use")) {
            client.sql("update " + table + " set port = ?").param(devicePort).update();
        }
        client.sql("update call_rule set ports = ?")
                .param(Integer.toString(devicePort))
                .update();
        return copy;
    }
}

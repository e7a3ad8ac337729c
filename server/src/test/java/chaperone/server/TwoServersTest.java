package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.event.ServerEventListener;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.io.BufferedReader;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;

/** Two servers on one database: people, work and news are shared. */
@Timeout(180)
class TwoServersTest {
    private static TestServer server;
    private static ConfigurableApplicationContext second;
    private static Api here;
    private static Api there;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        second = server.beside();
        here = server.as(Role.ENGINEER);
        there = here.at(TestServer.addressOf(second));
        server.bringIn(here, "127.20.1.11\n127.20.1.12\n127.20.1.21\n127.20.1.22\n127.20.1.23\n127.20.2.21\n");
    }

    @AfterAll
    static void stop() {
        second.close();
        server.close();
    }

    @Test
    void whoLogsInAtOneGoesOnAtTheOther() {
        assertThat(there.get("/api/session").json(200).get("name").asString()).isEqualTo("engineer");
        Api leaves = server.as(Role.VIEWER);
        Api same = leaves.at(TestServer.addressOf(second));
        same.get("/api/session").json(200);
        assertThat(leaves.delete("/api/session").status()).isEqualTo(204);
        assertThat(same.get("/api/session").status()).isEqualTo(401);
    }

    @Test
    void theLinesOfJobsAreSharedAndNoDeviceIsVisitedTwiceAtOnce() {
        List<String> devices = here.get("/api/devices?size=100")
                .json(200)
                .get("devices")
                .valueStream()
                .map(device -> device.get("name").asString())
                .toList();
        assertThat(devices).hasSizeGreaterThan(4);
        List<StandIn> visited = devices.stream().map(server::standIn).toList();
        visited.forEach(each -> each.set(Fault.SLOW, 5));
        List<Long> jobs = IntStream.range(0, 4)
                .mapToObj(i -> (i % 2 == 0 ? here : there)
                        .post("/api/copies", Map.of("devices", devices))
                        .json(202)
                        .get("job")
                        .asLong())
                .toList();
        int most = 0;
        for (long job : jobs) {
            while (!here.get("/api/jobs/" + job).json(200).has("endedAt")) {
                most = Math.max(
                        most, visited.stream().mapToInt(StandIn::sessions).max().orElse(0));
            }
        }
        visited.forEach(each -> each.clear(Fault.SLOW));
        assertThat(most).as("sessions at one device at the same moment").isEqualTo(1);
        for (long job : jobs) {
            assertThat(there.get("/api/jobs/" + job)
                            .json(200)
                            .get("states")
                            .get("DONE")
                            .asInt())
                    .isEqualTo(devices.size());
        }
    }

    @Test
    void whatHappensAtOneIsSeenAtTheOther() throws Exception {
        try (BufferedReader events =
                new BufferedReader(new InputStreamReader(there.stream("/api/events"), StandardCharsets.UTF_8))) {
            String line = events.readLine();
            assertThat(line).isNotNull();
            long job = here.post("/api/copies", Map.of("devices", List.of("brkw-acc-1")))
                    .json(202)
                    .get("job")
                    .asLong();
            while (line != null && !line.contains(Long.toString(job))) line = events.readLine();
            assertThat(line).contains(Long.toString(job));
        }
    }

    /** Neither what is no event of ours, nor a part of the server that cannot deal with one, silences the others. */
    @Test
    void nothingSilencesTheEventsBetweenServers() throws Exception {
        ServerEventListener broken = heard -> {
            throw new IllegalStateException("made for this test");
        };
        second.getBeanFactory().registerSingleton("broken", broken);
        JdbcClient database = server.context().getBean(JdbcClient.class);
        for (String garbage : List.of("", "job", "job x", "job 1 2", "JOB 1", "job 99999999999999999999", "\u00e4 1"))
            database.sql("select pg_notify('chaperone_events', ?)")
                    .param(garbage)
                    .query(String.class)
                    .list();
        whatHappensAtOneIsSeenAtTheOther();
    }
}

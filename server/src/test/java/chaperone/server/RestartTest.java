package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assertions.assertTimeout;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.ServerProcess;
import chaperone.server.support.TestPostgres;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import chaperone.standins.StandIns;
import chaperone.standins.demo.DemoFleet;
import chaperone.standins.demo.DemoStart;
import chaperone.standins.device.Fault;
import java.io.InputStream;
import java.net.InetSocketAddress;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** Servers as processes of their own, killed in the middle of a copy. */
// The longest begins first, so that nothing waits for it alone in the end.
@Order(2)
@Timeout(180)
class RestartTest {
    private static final int DEVICE_PORT = DevicePorts.next();

    @Test
    void aJobInHandGoesOnWhateverIsKilled() throws Exception {
        String database = TestPostgres.freshDatabase();
        Path key = TestServer.keyFile();
        int port = ServerProcess.freePort();
        try (StandIns standIns =
                new StandIns(new InetSocketAddress("127.0.0.1", 9), Clock.systemUTC(), Duration.ZERO)) {
            DemoStart.start(
                    standIns, DEVICE_PORT, Optional.empty(), Clock.systemUTC().instant());
            StandIn device = standIns.get("brkw-acc-1");
            Process first = ServerProcess.start(database, key, port);
            try (ConfigurableApplicationContext other = here(database, key)) {
                theOtherServerGoesOnWhenOneIsKilled(api(port), TestServer.addressOf(other), first, device);
            } finally {
                first.destroyForcibly().waitFor();
            }
            Process second = ServerProcess.start(database, key, port);
            long job;
            try {
                job = jobInHand(api(port), device);
            } finally {
                second.destroyForcibly().waitFor();
            }
            device.clear(Fault.SLOW);
            try (ConfigurableApplicationContext third = here(database, key)) {
                Api api = new Api(TestServer.addressOf(third)).logIn("admin", TestServer.PASSWORD);
                aStartTakesUpWhatWasInHand(api, job);
                anOpenPageDoesNotHoldUpItsEnd(api, third);
            }
        }
    }

    /** A server that is not killed needs no process of its own. */
    private static ConfigurableApplicationContext here(String database, Path key) {
        return SpringApplication.run(
                ChaperoneServer.class, arguments(database, key, 0).toArray(String[]::new));
    }

    private static List<String> arguments(String database, Path key, int port) {
        return ServerProcess.arguments(database, key, port);
    }

    /** Two processes share a job; whoever was logged in at the one that is killed goes on at the other. */
    private static void theOtherServerGoesOnWhenOneIsKilled(
            Api api, String otherAddress, Process killed, StandIn device) throws InterruptedException {
        bringIn(api);
        Api other = api.at(otherAddress);
        long job = jobInHand(api, device);
        killed.destroyForcibly().waitFor();
        device.clear(Fault.SLOW);
        assertThat(other.awaitJob(job).get("states").get("DONE").asInt()).isOne();
        assertThat(other.get("/api/devices/brkw-acc-1/revisions").json(200)).hasSize(1);
    }

    private static void aStartTakesUpWhatWasInHand(Api api, long job) {
        assertThat(api.awaitJob(job).get("states").get("DONE").asInt()).isOne();
        assertThat(api.get("/api/jobs/" + job + "/lines")
                        .json(200)
                        .get("lines")
                        .get(0)
                        .get("attempts")
                        .asInt())
                .isEqualTo(2);
        assertThat(api.get("/api/devices/brkw-acc-1/revisions").json(200)).hasSize(1);
    }

    /** A copy of a device that takes its time. */
    private static long jobInHand(Api api, StandIn device) {
        device.set(Fault.SLOW, 60);
        long job = api.post("/api/copies", Map.of("devices", List.of("brkw-acc-1")))
                .json(202)
                .get("job")
                .asLong();
        api.await("/api/jobs/" + job, view -> view.get("states").get("IN_HAND").asInt() == 1);
        return job;
    }

    /** Requests under way get half a minute to end; a stream of events would take all of it. */
    private static void anOpenPageDoesNotHoldUpItsEnd(Api api, ConfigurableApplicationContext server) throws Exception {
        try (InputStream events = api.stream("/api/events")) {
            assertThat(events.read()).as("the stream is open").isPositive();
            assertTimeout(Duration.ofSeconds(20), server::close);
        }
    }

    private static void bringIn(Api api) {
        api.allowCalls(DEVICE_PORT);
        long set = api.makeCredentialSet("switches", DemoFleet.ACCOUNT, DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD);
        api.awaitJob(api.post(
                        "/api/imports",
                        Map.of("csv", "127.20.1.21", "credentialSet", set, "port", DEVICE_PORT, "listName", ""))
                .json(202)
                .get("job")
                .asLong());
    }

    private static Api api(int port) {
        return new Api("http://127.0.0.1:" + port).logIn("admin", TestServer.PASSWORD);
    }
}

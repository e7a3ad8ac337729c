package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** How jobs share the devices: limits, leases, sessions that end. */
@Timeout(120)
class RunningTest {
    private static final List<String> BRACKWATER =
            List.of("brkw-core-1", "brkw-core-2", "brkw-acc-1", "brkw-acc-2", "brkw-acc-3");
    private static TestServer server;
    private static Api api;

    @BeforeAll
    static void start() {
        server = TestServer.startDemo(DevicePorts.next());
        api = new Api(server.address()).logIn("r.anand", "demo-engineer");
        api.awaitJob(1);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @AfterEach
    void quick() {
        BRACKWATER.forEach(name -> server.standIn(name).clear(Fault.SLOW));
    }

    @Test
    void aSiteGetsNoMoreConversationsAtOnceThanItsLimit() {
        BRACKWATER.forEach(name -> server.standIn(name).set(Fault.SLOW, 3));
        long job = start(BRACKWATER);
        long most = 0;
        JsonNode view;
        do {
            view = api.get("/api/jobs/" + job).json(200);
            most = Math.max(most, view.get("states").get("IN_HAND").asLong());
        } while (!view.has("endedAt"));
        assertThat(most).isBetween(2L, 4L);
        assertThat(view.get("states").get("DONE").asInt()).isEqualTo(5);
    }

    @Test
    void twoJobsNeverTalkToOneDeviceAtOnce() {
        server.standIn("brkw-acc-1").set(Fault.SLOW, 2);
        long first = start(List.of("brkw-acc-1"));
        long second = start(List.of("brkw-acc-1"));
        JsonNode latest;
        do {
            // Both jobs in one answer, counted by one statement: a moment as the database saw it.
            latest = api.get("/api/jobs?size=2").json(200);
            long inHand = 0;
            for (JsonNode job : latest.get("jobs"))
                inHand += job.get("states").get("IN_HAND").asLong();
            assertThat(inHand).isLessThanOrEqualTo(1);
        } while (latest.get("running").asLong() > 0);
        assertThat(api.awaitJob(second).get("states").get("DONE").asInt()).isEqualTo(1);
        assertThat(api.awaitJob(first).get("states").get("DONE").asInt()).isEqualTo(1);
    }

    @Test
    void noSessionIsLeftOpen() {
        server.standIn("brkw-acc-2").set(Fault.HANGS, 0);
        api.awaitJob(start(BRACKWATER));
        server.standIn("brkw-acc-2").clear(Fault.HANGS);
        long end = System.nanoTime() + 5_000_000_000L;
        while (open() > 0 && System.nanoTime() < end) Thread.yield();
        assertThat(open()).isZero();
    }

    @Test
    void stoppingEndsWhatWaitsAndWhatIsInHand() {
        BRACKWATER.forEach(name -> server.standIn(name).set(Fault.SLOW, 300));
        long job = start(BRACKWATER);
        api.await("/api/jobs/" + job, view -> view.get("states").get("IN_HAND").asInt() == 4);
        api.post("/api/jobs/" + job + "/stop", Map.of()).json(200);
        assertThat(api.awaitJob(job).get("states").get("STOPPED").asInt()).isEqualTo(5);
        BRACKWATER.forEach(name -> server.standIn(name).clear(Fault.SLOW));
        api.post("/api/jobs/" + job + "/retry", Map.of("lines", List.of())).json(200);
        assertThat(api.awaitJob(job).get("states").get("DONE").asInt()).isEqualTo(5);
    }

    private static long open() {
        return server.standIns().all().values().stream()
                .mapToLong(StandIn::sessions)
                .sum();
    }

    private static long start(List<String> devices) {
        return api.post("/api/copies", Map.of("devices", devices))
                .json(202)
                .get("job")
                .asLong();
    }
}

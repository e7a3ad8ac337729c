package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.lease.DeviceLease;
import chaperone.server.lease.DeviceLease.Lease;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import chaperone.standins.StandIn;
import chaperone.standins.device.Fault;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** What can go wrong while a change runs, over four families: whatever it is, all of them keep it or none does. */
@Timeout(180)
class RunFaultsTest {
    private static FourFamilies four;

    @BeforeAll
    static void start() {
        four = new FourFamilies(DevicePorts.next());
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    @BeforeEach
    void settle() {
        four.settle();
    }

    @Test
    void oneRefusalGivesAllBack() {
        Map<String, String> before = four.kept();
        long change = four.changeOfAll("refused");
        four.approve(change);
        // Behind the eight commands of a copy come the guard, the way into editing and the first line.
        four.device("brkw-acc-1").set(Fault.REFUSES, 12);
        JsonNode run = four.run(change);
        assertThat(four.states(run).values()).containsOnly("GIVEN_BACK");
        assertThat(run.get("devices").toString()).contains("refused at line 2 of 2");
        assertThat(four.kept()).isEqualTo(before);
        for (String name : FourFamilies.LINES.keySet())
            assertThat(four.device(name).device().savedText()).doesNotContainPattern("ice.house");
        assertThat(four.state(change)).isEqualTo("APPROVED");

        four.device("brkw-acc-1").clear(Fault.REFUSES);
        assertThat(four.states(four.run(change)).values()).containsOnly("KEPT");
        four.undo(change);
        assertThat(four.kept()).isEqualTo(before);
    }

    @Test
    void aDeviceThatDiesWhileItIsLoadedIsLookedIntoFirst() {
        Map<String, String> before = four.kept();
        long change = four.changeOfAll("dies");
        four.approve(change);
        // Behind a copy, the guard, the way into editing and one of the two lines.
        four.device("brkw-acc-1").set(Fault.DROPS_AFTER, 11);
        four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        four.engineer.await(
                "/api/changes/" + change + "/runs",
                runs -> runs.get(0).get("devices").toString().contains("\"event\":\"UNKNOWN\""));
        four.device("brkw-acc-1").clear(Fault.DROPS_AFTER);
        JsonNode run = four.ended(change);
        assertThat(four.states(run).values()).containsOnly("GIVEN_BACK");
        assertThat(run.get("devices").toString()).contains("OTHER_STANDS");
        assertThat(four.kept()).isEqualTo(before);
        for (String name : FourFamilies.LINES.keySet())
            assertThat(four.device(name).device().savedText()).doesNotContainPattern("ice.house");
    }

    @Test
    void aDeviceThatSomebodyElseTalksToHoldsUpTheRunAndThenEndsIt() {
        Map<String, String> before = four.kept();
        long change = four.changeOfAll("busy");
        four.approve(change);
        StandIn busy = four.device("cairn-rtr-1");
        String address = busy.address().getHostString() + " " + four.server.devicePort();
        try (Lease held = four.server.context().getBean(DeviceLease.class).take(List.of(address))) {
            assertThat(held.holds(address)).isTrue();
            four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
            JsonNode run = four.engineer
                    .await(
                            "/api/changes/" + change + "/runs",
                            runs -> runs.get(0).hasNonNull("endedAt"),
                            Duration.ofSeconds(90))
                    .get(0);
            assertThat(four.states(run).values()).containsOnly("UNTOUCHED");
            assertThat(run.get("devices").toString()).contains("somebody else talks to it");
        }
        assertThat(four.kept()).isEqualTo(before);
        assertThat(four.state(change)).isEqualTo("APPROVED");
    }

    @Test
    void aRunThatIsStoppedGivesEverythingBack() {
        Map<String, String> before = four.kept();
        long change = four.changeOfAll("stopped");
        four.approve(change);
        four.device("brkw-acc-1").set(Fault.SLOW, 30);
        four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        four.engineer.await(
                "/api/changes/" + change + "/runs",
                runs -> runs.get(0).get("devices").toString().contains("\"state\":\"LOADING\""));
        assertThat(four.engineer
                        .post("/api/changes/" + change + "/stop", Map.of())
                        .status())
                .isEqualTo(204);
        four.device("brkw-acc-1").clear(Fault.SLOW);
        JsonNode run = four.ended(change);
        assertThat(run.get("stoppedBy").asString()).isEqualTo("engineer");
        assertThat(run.get("decision").asString()).isEqualTo("BACK");
        assertThat(four.kept()).isEqualTo(before);
        assertThat(four.engineer
                        .post("/api/changes/" + change + "/stop", Map.of())
                        .status())
                .isEqualTo(409);
    }

    @Test
    void whatMovedSinceThePreviewIsNotTouched() {
        Map<String, String> before = four.kept();
        long change = four.changeOfAll("moved");
        four.approve(change);
        four.device("cairn-rtr-1").device().type("deckhand", List.of("put ports lan-9 text \"bait shop\""));
        Map<String, String> states = four.states(four.run(change));
        assertThat(states).containsEntry("cairn-rtr-1", "MOVED");
        states.remove("cairn-rtr-1");
        assertThat(states.values()).containsOnly("UNTOUCHED");
        four.device("cairn-rtr-1").device().type("deckhand", List.of("cut ports lan-9"));
        four.engineer.copy("cairn-rtr-1");
        assertThat(four.kept()).isEqualTo(before);
    }

    /** Then only its own guard can lead it back, so that must not be taken off, and a person is called. */
    @Test
    void aDeviceThatRefusesTheWayBackKeepsItsGuardAndNeedsAPerson() {
        String before = four.device("brkw-acc-1").device().keptRunning();
        long change = four.changeOfAll("no way back");
        four.approve(change);
        four.device("cairn-rtr-1").set(Fault.SLOW, 60);
        String path = "/api/changes/" + change;
        four.engineer.post(path + "/run", Map.of()).json(201);
        four.engineer.await(path + "/runs", runs -> accessSwitch(runs.get(0)).contains("\"event\":\"LOADED\""));
        // Behind a copy and the way into editing comes the first line.
        four.device("brkw-acc-1").set(Fault.REFUSES, 10);
        four.engineer.post(path + "/stop", Map.of());
        four.device("cairn-rtr-1").clear(Fault.SLOW);
        JsonNode run = four.ended(change);
        Map<String, String> states = four.states(run);
        assertThat(states.remove("brkw-acc-1")).isEqualTo("STUCK");
        assertThat(states.values()).containsOnly("GIVEN_BACK");
        String line = accessSwitch(run);
        assertThat(line)
                .contains("\"fact\":\"the way back was refused at line 1", "\"guardUntil\"", "PROMISE_STANDS")
                .doesNotContain("guard off");
        assertThat(four.state(change)).isEqualTo("STUCK");
        four.device("brkw-acc-1").clear(Fault.REFUSES);
        four.device("brkw-acc-1").device().type("deckhand", List.of("not vlan 377", "not log-server 198.51.100.77"));
        assertThat(four.device("brkw-acc-1").device().keptRunning()).isEqualTo(before);
    }

    private static String accessSwitch(JsonNode run) {
        return four.all(run.get("devices")).stream()
                .filter(each -> each.get("device").asString().equals("brkw-acc-1"))
                .map(JsonNode::toString)
                .findFirst()
                .orElseThrow();
    }
}

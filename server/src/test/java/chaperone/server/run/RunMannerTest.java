package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import chaperone.standins.device.Fault;
import java.time.Instant;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** Runs that go over their devices one by one, in an order, and that stop after failures. */
@Timeout(120)
class RunMannerTest {
    private static final List<String> ORDER = List.of("mv-curlew-sw-1", "brkw-acc-1", "ald-wall-1", "cairn-rtr-1");
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
    void inASequenceEachIsToldWhenTheOneBeforeIsDone() {
        long change = changeOf(false, 1, 1, ORDER);
        JsonNode run = four.run(change);
        assertThat(four.states(run).values()).containsOnly("KEPT");
        List<JsonNode> devices = four.all(run.get("devices"));
        assertThat(devices.stream().map(device -> device.get("device").asString()))
                .containsExactly("mv-curlew-sw-1", "brkw-acc-1", "ald-wall-1", "cairn-rtr-1", "duns-rtr-1");
        for (int i = 1; i < devices.size(); i++)
            assertThat(first(devices.get(i), "LOADING")).isAfterOrEqualTo(last(devices.get(i - 1)));
        four.undo(change);
    }

    /** What was kept before stays, what failed is as before, and nothing else is touched; the others go on by themselves. */
    @Test
    void deviceByDeviceAFailureStopsWhatHasNotBegun() {
        Map<String, String> before = four.kept();
        long change = changeOf(false, 1, 1, ORDER);
        // Behind the eight commands of a copy come the guard, the way into editing and the first line.
        four.device("brkw-acc-1").set(Fault.REFUSES, 12);
        JsonNode run = four.run(change);
        assertThat(four.states(run))
                .containsAllEntriesOf(Map.of(
                        "mv-curlew-sw-1", "KEPT",
                        "brkw-acc-1", "GIVEN_BACK",
                        "ald-wall-1", "UNTOUCHED",
                        "cairn-rtr-1", "UNTOUCHED",
                        "duns-rtr-1", "UNTOUCHED"));
        assertThat(four.state(change)).isEqualTo("KEPT");
        Map<String, String> after = new HashMap<>(four.kept());
        assertThat(after.remove("mv-curlew-sw-1")).contains("ice house");
        Map<String, String> others = new HashMap<>(before);
        others.remove("mv-curlew-sw-1");
        assertThat(after).isEqualTo(others);

        four.device("brkw-acc-1").clear(Fault.REFUSES);
        long rest = four.engineer
                .post("/api/changes/" + change + "/rest", Map.of())
                .json(201)
                .get("change")
                .asLong();
        four.approve(rest);
        JsonNode second = four.run(rest);
        assertThat(four.states(second)).hasSize(4).doesNotContainKey("mv-curlew-sw-1");
        assertThat(four.states(second).values()).containsOnly("KEPT");
        assertThat(four.engineer
                        .post("/api/changes/" + rest + "/rest", Map.of())
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("nothing-left");
        four.undo(rest);
        four.undo(change);
        assertThat(four.kept()).isEqualTo(before);
    }

    @Test
    void moreFailuresMayBeAllowed() {
        long change = changeOf(false, 2, 2, ORDER);
        four.device("mv-curlew-sw-1").set(Fault.REFUSES, 9);
        Map<String, String> states = four.states(four.run(change));
        assertThat(states.remove("mv-curlew-sw-1")).isNotEqualTo("KEPT");
        assertThat(states.values()).containsOnly("KEPT");
        four.device("mv-curlew-sw-1").clear(Fault.REFUSES);
        four.undo(change);
    }

    /** Another manner is another change: whoever approved the one has not approved the other. */
    @Test
    void anotherMannerHasToBeApprovedAnew() {
        long change = four.changeOfAll("manner");
        four.approve(change);
        assertThat(describe(change, true, 0, 1, List.of()).get("state").asString())
                .isEqualTo("APPROVED");
        JsonNode other = describe(change, false, 3, 2, ORDER);
        assertThat(other.get("state").asString()).isEqualTo("DRAFT");
        assertThat(other.get("atOnce").asInt()).isEqualTo(3);
        assertThat(other.get("order").get(0).asString()).isEqualTo("mv-curlew-sw-1");
        Map<String, Object> bad = Map.of("allOrNone", true, "atOnce", -1, "stopAfter", 0, "order", List.of());
        assertThat(four.engineer
                        .put("/api/changes/" + change, Map.of("title", "x", "manner", bad))
                        .json(400)
                        .get("fields"))
                .hasSize(2);
    }

    private static long changeOf(boolean allOrNone, int atOnce, int stopAfter, List<String> order) {
        long change = four.changeOfAll("in order");
        describe(change, allOrNone, atOnce, stopAfter, order);
        four.approve(change);
        return change;
    }

    private static JsonNode describe(long change, boolean allOrNone, int atOnce, int stopAfter, List<String> order) {
        Map<String, Object> manner =
                Map.of("allOrNone", allOrNone, "atOnce", atOnce, "stopAfter", stopAfter, "order", order);
        return four.engineer
                .put("/api/changes/" + change, Map.of("title", "in order", "manner", manner))
                .json(200);
    }

    private static Instant first(JsonNode device, String state) {
        return StreamSupport.stream(device.get("steps").spliterator(), false)
                .filter(step -> step.get("state").asString().equals(state))
                .map(step -> Instant.parse(step.get("begunAt").asString()))
                .findFirst()
                .orElseThrow();
    }

    private static Instant last(JsonNode device) {
        return StreamSupport.stream(device.get("steps").spliterator(), false)
                .map(step -> Instant.parse(step.get("endedAt").asString()))
                .max(Comparator.naturalOrder())
                .orElseThrow();
    }
}

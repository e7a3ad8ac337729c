package chaperone.server.freeze;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** Nothing begins on a device that a freeze holds, until its end or until whoever may lifts it. */
@Timeout(120)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class FreezeStoryTest {
    private static FourFamilies four;

    @BeforeAll
    static void start() {
        four = new FourFamilies(DevicePorts.next());
        four.settle();
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    @Test
    @Order(1)
    void aFreezeStopsARunOnTheDevicesThatItMeans() {
        Map<String, String> before = four.kept();
        long elsewhere = approvedOn("mv-curlew-sw-1", "{ \"welcome\": \"regatta\" }");
        long held = approvedOn("ald-wall-1", "object regatta host 192.0.2.79");
        JsonNode freeze = declare("the regatta", "platform is brisling", Role.APPROVER);
        assertThat(freeze.get("phase").asString()).isEqualTo("NOW");
        assertThat(freeze.get("reaches").asInt()).isOne();
        Api.Answer refused = four.engineer.post("/api/changes/" + held + "/run", Map.of());
        assertThat(refused.json(409).get("code").asString()).isEqualTo("frozen");
        assertThat(refused.json().get("title").asString() + refused.body()).contains("ald-wall-1", "the regatta");
        assertThat(four.state(held)).isEqualTo("APPROVED");
        assertThat(four.states(four.run(elsewhere)).values()).containsOnly("KEPT");
        assertThat(four.kept().get("ald-wall-1")).isEqualTo(before.get("ald-wall-1"));

        String lift = "/api/freezes/" + freeze.get("id").asLong() + "/lift";
        assertThat(four.engineer.post(lift, Map.of()).json(403).get("code").asString())
                .isEqualTo("not-yours-to-lift");
        assertThat(four.approver.post(lift, Map.of()).json(200).get("phase").asString())
                .isEqualTo("LIFTED");
        assertThat(four.approver.post(lift, Map.of()).json(409).get("code").asString())
                .isEqualTo("freeze-over");
        assertThat(four.states(four.run(held)).values()).containsOnly("KEPT");
    }

    /** One that is coming or over holds nothing; one over all devices holds each. */
    @Test
    @Order(2)
    void onlyItsTimeCounts() {
        Instant now = Instant.now();
        declare(input("next week", "", now.plus(Duration.ofDays(7)), now.plus(Duration.ofDays(8)), Role.ENGINEER));
        declare(input("short", "", now.minusSeconds(60), now.plusMillis(1500), Role.ENGINEER));
        long change = approvedOn("mv-curlew-sw-1", "{ \"welcome\": \"low tide\" }");
        Api.Answer first = four.engineer.post("/api/changes/" + change + "/run", Map.of());
        if (first.status() != 201) {
            assertThat(first.json(409).get("code").asString()).isEqualTo("frozen");
            four.engineer.await("/api/freezes/now", JsonNode::isEmpty);
            four.engineer.post("/api/changes/" + change + "/run", Map.of()).json(201);
        }
        assertThat(four.states(four.ended(change)).values()).containsOnly("KEPT");
        List<String> phases = four.all(four.engineer.get("/api/freezes").json(200)).stream()
                .map(each ->
                        each.get("reason").asString() + " " + each.get("phase").asString())
                .toList();
        assertThat(phases).containsExactlyInAnyOrder("next week COMING", "short OVER", "the regatta LIFTED");
    }

    /** A group stays as long as a freeze that is not over names it. */
    @Test
    @Order(3)
    void itsGroupDoesNotGoAwayUnderIt() {
        assertThat(four.engineer
                        .put("/api/groups/quays", Map.of("query", "platform is brisling"))
                        .json(400)
                        .get("fields")
                        .toString())
                .contains("\"note\"");
        four.engineer.put("/api/groups/quays", Map.of("query", "platform is brisling", "note", ""));
        JsonNode freeze = declare("winter", "group is quays", Role.ENGINEER);
        assertThat(four.engineer.delete("/api/groups/quays").body()).contains("the freeze \\\"winter\\\"");
        four.engineer
                .post("/api/freezes/" + freeze.get("id").asLong() + "/lift", Map.of())
                .json(200);
        assertThat(four.engineer.delete("/api/groups/quays").status()).isEqualTo(200);
    }

    @ParameterizedTest
    @CsvSource({
        "'', '', 60, ENGINEER, 400",
        "why, '', -60, ENGINEER, 422",
        "why, 'nonsense:(', 60, ENGINEER, 422",
        "why, '', 60, VIEWER, 422",
        "why, '', 90000000, ENGINEER, 422",
    })
    @Order(4)
    void whatCannotBeIsRefused(String reason, String query, long seconds, Role lifter, int status) {
        Instant now = Instant.now();
        Api.Answer answer =
                four.engineer.post("/api/freezes", input(reason, query, now, now.plusSeconds(seconds), lifter));
        assertThat(answer.status()).as(answer.body()).isIn(status, status == 422 ? 400 : 422);
        assertThat(answer.json().get("code")).isNotNull();
    }

    private static JsonNode declare(String reason, String query, Role lifter) {
        Instant now = Instant.now();
        return declare(input(reason, query, now, now.plus(Duration.ofHours(1)), lifter));
    }

    private static JsonNode declare(Map<String, Object> input) {
        return four.engineer.post("/api/freezes", input).json(201);
    }

    private static Map<String, Object> input(String reason, String query, Instant from, Instant until, Role lifter) {
        Map<String, Object> input = new HashMap<>(Map.of("reason", reason, "query", query, "lifter", lifter.name()));
        input.put("startsAt", from.toString());
        input.put("endsAt", until.toString());
        return input;
    }

    private static long approvedOn(String device, String line) {
        long change = four.newChange("on " + device);
        four.add(four.lines(change, device, List.of(line)));
        four.approve(change);
        return change;
    }
}

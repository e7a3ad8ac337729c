package chaperone.server.standing;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import chaperone.server.support.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Drift on real devices, and rules that act upon it: what they do, wait for, and leave alone. */
@Timeout(180)
class StandingRuleTest {
    private static final String SWITCH = "brkw-acc-1";
    private static final String WALL = "ald-wall-1";
    private static FourFamilies four;
    private static Api administrator;

    @BeforeAll
    static void start() {
        four = new FourFamilies(DevicePorts.next());
        administrator = four.server.as(Role.ADMINISTRATOR);
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    @BeforeEach
    void settle() {
        four.settle();
    }

    @AfterEach
    void withoutRules() {
        four.all(administrator.get("/api/standing-rules").json(200))
                .forEach(rule -> administrator
                        .delete("/api/standing-rules/" + rule.get("name").asString())
                        .json(200));
    }

    private static Map<String, Object> rule(int place, String query, String deed) {
        return new HashMap<>(
                Map.of("place", place, "query", query, "deed", deed, "delayMinutes", 0, "perHour", 20, "isOff", false));
    }

    private static JsonNode write(String name, Map<String, Object> rule) {
        return administrator.put("/api/standing-rules/" + name, rule).json(200);
    }

    private static void drift(String device, String line) {
        four.device(device).device().type("deckhand", List.of(line));
        four.engineer.copy(device);
        assertThat(four.drifting()).contains(device);
    }

    private static void tick() {
        four.server.context().getBean(StandingPass.class).tick();
    }

    private static List<JsonNode> concerned() {
        return four.all(four.engineer.get("/api/standing-rules/concerned").json(200));
    }

    private static JsonNode concerned(String device) {
        return concerned().stream()
                .filter(each -> each.get("device").asString().equals(device))
                .findFirst()
                .orElseThrow();
    }

    private static List<JsonNode> acts(String rule) {
        return four.all(four.engineer.get("/api/standing-rules/acts").json(200)).stream()
                .filter(act -> act.get("rule").asString().equals(rule))
                .toList();
    }

    private static String agreedNote(String device) {
        return four.engineer
                .get("/api/devices/" + device + "/agreed")
                .json(200)
                .get("note")
                .asString();
    }

    /** The first rule that means a device counts: one is told only, one adopted, one led back. */
    @Test
    void eachDriftBecomesWhatItsRuleSays() {
        String before = four.device("cairn-rtr-1").device().keptRunning();
        drift(WALL, "object bait host 192.0.2.71");
        drift(SWITCH, "vlan 391 \"bait\"");
        drift("cairn-rtr-1", "put ports lan-2 text \"bait\"");
        write("told", rule(1, "name is " + WALL, "TELL"));
        write("taken", rule(2, "platform is corvane", "ADOPT"));
        write("led-back", rule(3, "", "PUT_BACK"));
        tick();

        TestServer.await(() -> !acts("taken").isEmpty(), "the switch is adopted");
        assertThat(agreedNote(SWITCH)).isEqualTo("standing rule \"taken\"");
        TestServer.await(() -> !acts("led-back").isEmpty(), "the router is put back");
        JsonNode act = acts("led-back").get(0);
        assertThat(act.get("failure").asString()).isEmpty();
        long change = act.get("change").asLong();
        assertThat(four.states(four.ended(change))).containsEntry("cairn-rtr-1", "KEPT");
        assertThat(four.device("cairn-rtr-1").device().keptRunning()).isEqualTo(before);
        JsonNode view = four.engineer.get("/api/changes/" + change).json(200);
        assertThat(view.get("title").asString()).contains("led-back");
        assertThat(view.get("approvedBy").asString()).isEqualTo("administrator");
        assertThat(four.drifting()).contains(WALL).doesNotContain("cairn-rtr-1");
        assertThat(acts("told")).isEmpty();
        assertThat(concerned(WALL).get("deed").asString()).isEqualTo("TELL");
        assertThat(administrator.get("/api/audit?size=100").body())
                .contains("put a device back by a standing rule", "adopted a configuration by a standing rule");
        four.device(WALL).device().type("deckhand", List.of("erase object bait"));
    }

    @Test
    void itWaitsForItsDelayAndForTheEndOfAFreeze() {
        Map<String, Object> late = rule(1, "name is " + WALL, "ADOPT");
        late.put("delayMinutes", 60);
        write("late", late);
        drift(WALL, "object crate host 192.0.2.72");
        tick();
        assertThat(acts("late")).isEmpty();
        assertThat(Instant.parse(concerned(WALL).get("dueAt").asString()))
                .isBetween(
                        Instant.now().plus(Duration.ofMinutes(50)),
                        Instant.now().plus(Duration.ofMinutes(61)));

        JsonNode freeze = four.engineer
                .post(
                        "/api/freezes",
                        Map.of(
                                "reason",
                                "the regatta",
                                "query",
                                "name is " + WALL,
                                "lifter",
                                "ENGINEER",
                                "endsAt",
                                Instant.now().plus(Duration.ofHours(1)).toString()))
                .json(201);
        write("late", rule(1, "name is " + WALL, "ADOPT"));
        tick();
        assertThat(concerned(WALL).get("hindrance").asString()).contains("the regatta");
        assertThat(acts("late")).isEmpty();
        four.engineer
                .post("/api/freezes/" + freeze.get("id").asLong() + "/lift", Map.of())
                .json(200);
        tick();
        TestServer.await(() -> !four.drifting().contains(WALL), "the wall is adopted after the freeze");
    }

    @Test
    void itActsOnNoMoreDevicesThanItMay() {
        Map<String, Object> one = rule(1, "", "ADOPT");
        one.put("perHour", 1);
        drift(WALL, "object spar host 192.0.2.73");
        drift(SWITCH, "vlan 392 \"spar\"");
        write("one-at-most", one);
        tick();
        TestServer.await(() -> acts("one-at-most").size() == 1, "it acts once");
        tick();
        assertThat(acts("one-at-most")).hasSize(1);
        assertThat(concerned()).hasSize(1);
        assertThat(concerned().get(0).get("hindrance").asString()).contains("as many as it may");
    }

    /** Saved is what somebody has seen: what came after the newest copy is not. */
    @Test
    void aDeviceSavesWhatWasSeenOfIt() {
        drift(SWITCH, "vlan 393 \"seen\"");
        four.engineer.post("/api/devices/" + SWITCH + "/agreed", Map.of()).json(200);
        assertThat(four.drifting()).contains(SWITCH);
        var device = four.device(SWITCH).device();
        device.type("deckhand", List.of("vlan 394 \"not seen\""));
        assertThat(save(SWITCH)).isEqualTo("RUNS_SOMETHING_ELSE");
        assertThat(device.savedText()).doesNotContain("seen");
        assertThat(save(SWITCH)).isEqualTo("SAVED");
        assertThat(device.savedText()).contains("\"seen\"", "not seen");
        assertThat(save(SWITCH)).isEqualTo("SAVED_ALREADY");
        assertThat(four.engineer
                        .post("/api/saves", Map.of("devices", List.of("cairn-rtr-1")))
                        .json(422)
                        .toString())
                .contains("cairn-rtr-1 has no step that saves");
        four.engineer.post("/api/saves", Map.of("devices", List.of("nobody"))).json(404);
    }

    private static String save(String device) {
        long job = four.engineer
                .post("/api/saves", Map.of("devices", List.of(device)))
                .json(202)
                .get("job")
                .asLong();
        four.engineer.await("/api/jobs/" + job, each -> each.hasNonNull("endedAt"));
        return four.engineer
                .get("/api/jobs/" + job + "/lines")
                .json(200)
                .at("/lines/0/outcome")
                .asString();
    }

    /** What cannot be done is said, and not tried again and again. */
    @Test
    void whatFailsIsSaidOnce() {
        drift(WALL, "object mast host 192.0.2.74");
        JdbcClient database = four.server.context().getBean(JdbcClient.class);
        write("by-nobody", rule(1, "name is " + WALL, "TELL"));
        assertThat(concerned(WALL).get("hindrance").asString()).isEmpty();
        database.sql("update standing_rule set deed = 'PUT_BACK', made_by = 'viewer'")
                .update();
        tick();
        assertThat(concerned(WALL).get("hindrance").asString()).startsWith("viewer, who wrote this rule");

        // Of a platform that says no way to alter it nothing can be put back.
        database.sql("update device set platform = 'plain-flat' where name = ?")
                .param(WALL)
                .update();
        // Only now: the rule acts by itself as soon as it may.
        database.sql("update standing_rule set made_by = 'administrator'").update();
        try {
            tick();
            TestServer.await(() -> acts("by-nobody").size() == 1, "it says why not");
            tick();
            assertThat(acts("by-nobody")).hasSize(1);
            assertThat(concerned(WALL).get("hindrance").asString()).contains("cannot be altered");
        } finally {
            database.sql("update device set platform = 'brisling' where name = ?")
                    .param(WALL)
                    .update();
        }
    }

    @Test
    void wrongInputIsRefusedByName() {
        Map<String, Object> wrong = Map.of("perHour", 0, "delayMinutes", -1, "place", 0, "deed", "SING");
        wrong.forEach((field, value) -> {
            Map<String, Object> rule = rule(1, "", "TELL");
            rule.put(field, value);
            assertThat(administrator
                            .put("/api/standing-rules/wrong", rule)
                            .json(400)
                            .toString())
                    .contains(field);
        });
        for (String query : List.of("platform is", "group is nobody"))
            administrator
                    .put("/api/standing-rules/wrong", rule(1, query, "TELL"))
                    .json(400);
        assertThat(administrator.get("/api/standing-rules").json(200)).isEmpty();
    }

    /** Putting one back is approving of what it does: not for those who may not write one. */
    @Test
    void aRemovedOneComesBackByWhomItMay() {
        write("gone", rule(1, "platform is corvane", "PUT_BACK"));
        JsonNode before = administrator.get("/api/standing-rules").json(200);
        long removal = administrator
                .delete("/api/standing-rules/gone")
                .json(200)
                .get("removal")
                .asLong();
        String undo = "/api/removals/" + removal + "/undo";
        assertThat(four.engineer.post(undo, Map.of()).status()).isEqualTo(404);
        assertThat(administrator.post(undo, Map.of()).status()).isEqualTo(204);
        assertThat(administrator.get("/api/standing-rules").json(200)).isEqualTo(before);
    }

    @Test
    void theyStandInTheOrderInWhichTheyCount() {
        for (String name : List.of("a", "b", "c")) write(name, rule(100, "", "TELL"));
        write("c", rule(1, "", "TELL"));
        write("b", rule(2, "platform is corvane", "TELL"));
        List<JsonNode> all = four.all(four.engineer.get("/api/standing-rules").json(200));
        assertThat(all).extracting(each -> each.get("name").asString()).containsExactly("c", "b", "a");
        assertThat(all).extracting(each -> each.get("place").asInt()).containsExactly(1, 2, 3);
        drift(WALL, "object bell host 192.0.2.75");
        JsonNode reach = four.engineer.get("/api/standing-rules/reach").json(200);
        assertThat(reach.get("devices").asInt()).isEqualTo(FourFamilies.LINES.size());
        assertThat(reach.get("drifting").get(0).asString()).isEqualTo(WALL);
        assertThat(concerned(WALL).get("rule").asString()).isEqualTo("c");
    }
}

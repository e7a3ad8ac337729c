package chaperone.server.standard;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** A standard is written, tried, published; devices depart from it, are repaired, and a change that would break it is refused. */
@Timeout(180)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class StandardStoryTest {
    private static final String SWITCH = "brkw-acc-1";
    private static TestServer server;
    private static Api engineer;
    private static Api approver;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        approver = server.as(Role.APPROVER);
        String list = Stream.of(SWITCH, "cairn-rtr-1")
                .map(name -> {
                    server.standIn(name).device().save();
                    return server.standIn(name).address().getHostString();
                })
                .collect(Collectors.joining("\n", "address\n", "\n"));
        server.bringIn(engineer, list);
        engineer.put("/api/sites/brkw", Map.of("name", "Brackwater"));
        engineer.post("/api/devices/edit", Map.of("devices", List.of(SWITCH), "site", "Brackwater"));
        engineer.copy(SWITCH);
        engineer.copy("cairn-rtr-1");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static Map<String, Object> clause(String tag, String kind, Map<String, Object> more) {
        Map<String, Object> clause = new HashMap<>(Map.of(
                "tag", tag,
                "reason", "for the test",
                "binding", "REFUSE",
                "platform", "corvane",
                "scope", "",
                "kind", kind));
        clause.putAll(more);
        return clause;
    }

    private static Map<String, Object> text(Map<String, Map<String, String>> values) {
        return Map.of(
                "clauses",
                List.of(
                        clause("log", "GOLDEN", Map.of("text", "log-server {{log}}\n")),
                        clause("no-quay", "FORBIDDEN", Map.of("pattern", "^vlan 399 ")),
                        clause(
                                "flood",
                                "FOR_EACH",
                                Map.of(
                                        "pattern", "^port ",
                                        "within", "^member vlan ",
                                        "value", "^flood-limit (\\d+)$",
                                        "comparison", "AT_MOST",
                                        "limit", 5,
                                        "repair", "flood-limit 5"))),
                "values",
                values);
    }

    private static Map<String, Object> filled() {
        String site = engineer.get("/api/devices/" + SWITCH)
                .json(200)
                .at("/device/site")
                .asString();
        return text(Map.of(site, Map.of("log", "198.51.100.77")));
    }

    private static JsonNode sound(String device) {
        return engineer.get("/api/devices/" + device).json(200).at("/device/answers/sound");
    }

    @Test
    @Order(1)
    void saysWhichClauseCannotBeKept() {
        Map<String, Object> bad = Map.of(
                "clauses", List.of(clause("x", "FORBIDDEN", Map.of("pattern", "(unclosed"))), "values", Map.of());
        JsonNode problem = engineer.put("/api/standards/access", bad).json(422);
        assertThat(problem.get("detail").asString()).contains("Clause x").contains("pattern");
        for (Map<String, Object> each : List.of(
                clause("x", "GOLDEN", Map.of()),
                clause(
                        "x",
                        "FOR_EACH",
                        Map.of(
                                "pattern",
                                "^port ",
                                "value",
                                "^n$",
                                "limit",
                                1,
                                "comparison",
                                "EXACTLY",
                                "repair",
                                "n")),
                clause("x", "GOLDEN", Map.of("text", "y", "scope", "site is and (")),
                clause("x", "GOLDEN", Map.of("text", "y", "platform", "nobody")))) {
            assertThat(engineer.put("/api/standards/access", Map.of("clauses", List.of(each), "values", Map.of()))
                            .status())
                    .as("%s", each)
                    .isIn(400, 404, 422);
        }
        assertThat(engineer.get("/api/standards/access").status()).isEqualTo(404);
        assertThat(server.as(Role.VIEWER).put("/api/standards/access", filled()).status())
                .isEqualTo(403);
    }

    @Test
    @Order(2)
    void triesItBeforeAnybodyIsJudged() {
        engineer.put("/api/standards/access", filled()).json(200);
        JsonNode trial = engineer.post("/api/standards/trial", Map.of("device", SWITCH, "text", filled()))
                .json(200);
        assertThat(trial.get(0).get("kind").asString()).isEqualTo("FAIL");
        assertThat(trial.get(0).at("/repair/0").asString()).isEqualTo("log-server 198.51.100.77");
        JsonNode section = trial.get(0).get("section");
        assertThat(section.get("lines").toString()).contains("\"mark\":\"MISSING\"", "log-server 198.51.100.77");
        assertThat(section.get("of").asInt()).isGreaterThan(section.get("lines").size());
        assertThat(section.toString()).doesNotContain("c1.");
        JsonNode unfilled = engineer.post("/api/standards/trial", Map.of("device", SWITCH, "text", text(Map.of())))
                .json(200);
        assertThat(unfilled.get(0).get("kind").asString()).isEqualTo("NOT_KNOWN");
        JsonNode fleet = engineer.post("/api/standards/fleet-trial", filled()).json(200);
        assertThat(fleet.get(0).get("fail").asInt()).isEqualTo(1);
        assertThat(fleet.get(0).get("notAsked").asInt()).isEqualTo(1);
        assertThat(sound(SWITCH).get("kind").asString()).isEqualTo("NOT_KNOWN");
    }

    @Test
    @Order(3)
    void judgesOncePublished() {
        engineer.post("/api/standards/access/publish", Map.of()).json(200);
        engineer.await(
                "/api/devices/" + SWITCH,
                view -> view.at("/device/answers/sound/kind").asString().equals("NO"));
        assertThat(sound("cairn-rtr-1").get("kind").asString()).isEqualTo("NOT_KNOWN");
        JsonNode finding = engineer.get("/api/findings?standard=access&state=STANDING&tag=log")
                .json(200)
                .at("/findings/0");
        assertThat(finding.at("/evidence/0/expected").asString()).isEqualTo("log-server 198.51.100.77");
        assertThat(finding.get("revision").asInt()).isPositive();
        JsonNode detail = engineer.get("/api/standards/access/findings/" + SWITCH + "/log")
                .json(200);
        assertThat(detail.get("repair").toString()).contains("log-server 198.51.100.77");
        assertThat(detail.toString()).doesNotContain("c1.");
        assertThat(engineer.get("/api/standards/access/findings/" + SWITCH + "/nothing")
                        .status())
                .isEqualTo(404);
        goesOnWhereAProcessHasEnded();
        JsonNode heat = engineer.get("/api/standards/access/heat").json(200);
        assertThat(heat.get("rows")).hasSize(3);
        assertThat(heat.get("sites")).hasSize(1);
    }

    /** Whoever was not judged by the newest text yet, when a process ended, is judged by the next. */
    private static void goesOnWhereAProcessHasEnded() {
        server.context().getBean(JdbcClient.class).sql("delete from judging").update();
        JsonNode left = engineer.get("/api/standards/access/results").json(200);
        assertThat(left.get("waiting").asInt()).isEqualTo(2);
        server.context().getBean(StandardJudging.class).goOn();
        engineer.await(
                "/api/standards/access/results",
                results -> results.get("waiting").asInt() == 0
                        && results.get("devices").asInt() == 2);
    }

    /** Another site fills in another value, or none. */
    @Test
    @Order(4)
    void aDeviceThatIsPlacedElsewhereIsJudgedAnew() {
        String site = engineer.get("/api/devices/" + SWITCH)
                .json(200)
                .at("/device/site")
                .asString();
        engineer.put("/api/sites/elsewhere", Map.of("name", "Elsewhere"));
        assertThat(move("elsewhere")).isEqualTo(200);
        engineer.await(
                "/api/findings?standard=access&state=STANDING&tag=log",
                found -> found.at("/findings/0/kind").asString().equals("NOT_KNOWN"));
        JsonNode ended =
                engineer.get("/api/findings?tag=log&state=CLOSED").json(200).at("/findings/0/ended");
        assertThat(ended.asString()).as("that it failed there has an end").isEqualTo("CLAUSE_ALTERED");
        move(site);
        engineer.await(
                "/api/findings?standard=access&state=STANDING&tag=log",
                found -> found.at("/findings/0/kind").asString().equals("FAIL"));
    }

    private static int move(String site) {
        return engineer.post("/api/devices/edit", Map.of("devices", List.of(SWITCH), "site", site))
                .status();
    }

    private static long repair(String tag) {
        return engineer.post(
                        "/api/change-edits",
                        Map.of("device", SWITCH, "kind", "REPAIR", "standard", "access", "tag", tag))
                .json(201)
                .get("number")
                .asLong();
    }

    @Test
    @Order(5)
    void repairsThroughAChange() {
        long change = repair("log");
        assertThat(repair("flood")).isEqualTo(change);
        String path = "/api/changes/" + change;
        engineer.post(path + "/propose", Map.of()).json(200);
        String digest = engineer.get(path + "/preview").json(200).get("digest").asString();
        approver.post(path + "/approve", Map.of("digest", digest)).json(200);
        engineer.post(path + "/run", Map.of()).json(201);
        engineer.await(path, view -> view.get("state").asString().equals("KEPT"));
        assertThat(sound(SWITCH).get("kind").asString()).isEqualTo("YES");
        assertThat(engineer.get("/api/findings?standard=access&state=STANDING")
                        .json(200)
                        .get("findings"))
                .isEmpty();
        assertThat(server.standIn(SWITCH).device().savedText()).contains("log-server 198.51.100.77");
    }

    @Test
    @Order(6)
    void aChangeThatWouldBreakItIsRefusedAndSaysWhere() {
        long change = engineer.post(
                        "/api/change-edits",
                        Map.of("device", SWITCH, "kind", "LINES", "lines", List.of("vlan 399 \"quay\"")))
                .json(201)
                .get("number")
                .asLong();
        JsonNode breach =
                engineer.get("/api/changes/" + change + "/preview").json(200).at("/devices/0/breaches/0");
        assertThat(breach.get("tag").asString()).isEqualTo("no-quay");
        assertThat(breach.get("evidence").toString()).contains("vlan 399");
        JsonNode problem =
                engineer.post("/api/changes/" + change + "/propose", Map.of()).json(409);
        assertThat(problem.get("code").asString()).isEqualTo("refused-by-standard");
        assertThat(problem.get("detail").asString()).contains(SWITCH, "access no-quay");
        // What somebody else's edit breaks by hand is a finding, not a refusal.
        server.standIn(SWITCH).device().type("deckhand", List.of("vlan 399 \"quay\""));
        engineer.copy(SWITCH);
        assertThat(sound(SWITCH).get("kind").asString()).isEqualTo("NO");
        assertThat(engineer.delete("/api/standards/access").status()).isEqualTo(200);
        engineer.await(
                "/api/devices/" + SWITCH,
                view -> view.at("/device/answers/sound/kind").asString().equals("NOT_KNOWN"));
    }
}

package chaperone.server.standard;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** A standard that comes as YAML, what is known of a device as a whole, and clauses that are waived for a while. */
@Timeout(120)
class ExceptionStoryTest {
    private static final String SWITCH = "brkw-acc-1";
    private static final String YAML = """
            clauses:
            - tag: log
              group: logging
              severity: high
              reason: the log server
              binding: refuse
              platform: corvane
              scope: ''
              kind: golden
              text: log-server {{log}}
              failed: its nights are lost
            - tag: saved
              reason: a restart must not bring back what nobody wants
              binding: warn
              platform: corvane
              scope: ''
              kind: known
              fact: running_is_saved
            values:
              (no site): {log: 203.0.113.77}
            """;

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        server.standIn(SWITCH).device().save();
        server.bringIn(engineer, "127.20.1.21");
        engineer.put("/api/sites/brkw", Map.of("name", "Brackwater"));
        engineer.post("/api/devices/edit", Map.of("devices", List.of(SWITCH), "site", "Brackwater"));
        engineer.copy(SWITCH);
        engineer.put("/api/standards/access/yaml", Map.of("yaml", YAML.replace("(no site)", site())))
                .json(200);
        engineer.post("/api/standards/access/publish", Map.of()).json(200);
        awaitSound("NO");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @BeforeEach
    void noExceptionHolds() {
        for (JsonNode each : engineer.get("/api/standards/access/exceptions").json(200))
            if (!each.hasNonNull("endedAt")) engineer.delete("/api/exceptions/" + each.get("id"));
    }

    private static String site() {
        return engineer.get("/api/devices/" + SWITCH)
                .json(200)
                .at("/device/site")
                .asString();
    }

    private static void awaitSound(String kind) {
        engineer.await(
                "/api/devices/" + SWITCH,
                view -> view.at("/device/answers/sound/kind").asString().equals(kind));
    }

    private static Map<String, Object> input(Map<String, Object> other) {
        Map<String, Object> input = new HashMap<>(Map.of(
                "tag", "log",
                "devices", List.of(SWITCH),
                "reason", "the new server comes on Friday",
                "owner", "m.oduya",
                "endsAt", Instant.now().plus(Duration.ofDays(3)).toString()));
        input.putAll(other);
        return input;
    }

    private static Api.Answer grant(Map<String, Object> other) {
        return engineer.post("/api/standards/access/exceptions", input(other));
    }

    @Test
    void whatWasSentAsYamlIsWhatIsGivenBack() {
        String yaml = engineer.get("/api/standards/access/yaml").body();
        assertThat(yaml).contains("kind: golden", "fact: running_is_saved", "severity: high");
        JsonNode problem = engineer.put(
                        "/api/standards/access/yaml", Map.of("yaml", yaml.replace("kind: known", "kind: rumoured")))
                .json(422);
        assertThat(problem.get("detail").asString()).contains("clause saved", "kind");
        assertThat(engineer.get("/api/standards/access/yaml").body()).isEqualTo(yaml);
        assertThat(engineer.get("/api/shipped-clauses").json(200)).hasSizeGreaterThan(59);
    }

    @Test
    void anExceptionHoldsUntilItIsEnded() {
        JsonNode granted = grant(Map.of()).json(201).get(0);
        awaitSound("YES");
        JsonNode finding = engineer.get("/api/findings?standard=access&state=STANDING&tag=log")
                .json(200)
                .at("/findings/0");
        assertThat(finding.get("state").asString()).isEqualTo("EXCEPTED");
        assertThat(finding.get("severity").asString()).isEqualTo("HIGH");
        assertThat(finding.get("words").asString()).isEqualTo("its nights are lost");
        assertThat(engineer.get("/api/standards/access/heat").json(200).get("sites"))
                .isEmpty();
        engineer.copy(SWITCH);
        awaitSound("YES");
        JsonNode again = grant(Map.of("reason", "later")).json(201).get(0);
        JsonNode all = engineer.get("/api/standards/access/exceptions").json(200);
        assertThat(all.get(0).get("reason").asString()).isEqualTo("later");
        assertThat(engineer.delete("/api/exceptions/" + granted.get("id")).status())
                .as("it was replaced")
                .isEqualTo(404);
        assertThat(engineer.delete("/api/exceptions/" + again.get("id")).status())
                .isEqualTo(204);
        awaitSound("NO");
    }

    @Test
    void itEndsByItself() {
        grant(Map.of());
        awaitSound("YES");
        server.context()
                .getBean(JdbcClient.class)
                .sql("update granted_exception set ends_at = now() - interval '1 minute' where ended_at is null")
                .update();
        server.context().getBean(ExceptionsEnding.class).tick();
        awaitSound("NO");
        assertThat(engineer.get("/api/standards/access/exceptions").json(200).valueStream())
                .as("ended, and by nobody")
                .anyMatch(each -> each.hasNonNull("endedAt") && !each.hasNonNull("endedBy"));
        assertThat(server.as(Role.ADMINISTRATOR).get("/api/audit?size=50").body())
                .contains("an exception ended");
    }

    /** A change may break a clause that is waived for its device. */
    @Test
    void nothingThatIsWaivedRefusesAChange() {
        server.standIn(SWITCH).device().type("deckhand", List.of("log-server 203.0.113.77"));
        server.standIn(SWITCH).device().save();
        engineer.copy(SWITCH);
        awaitSound("YES");
        long change = engineer.post(
                        "/api/change-edits",
                        Map.of("device", SWITCH, "kind", "LINES", "lines", List.of("not log-server 203.0.113.77")))
                .json(201)
                .get("number")
                .asLong();
        String preview = "/api/changes/" + change + "/preview";
        assertThat(engineer.get(preview).json(200).at("/devices/0/breaches")).hasSize(1);
        grant(Map.of()).json(201);
        assertThat(engineer.get(preview).json(200).at("/devices/0/breaches")).isEmpty();
        engineer.post("/api/changes/" + change + "/drop", Map.of()).json(200);
        server.standIn(SWITCH).device().type("deckhand", List.of("not log-server 203.0.113.77"));
        server.standIn(SWITCH).device().save();
        engineer.copy(SWITCH);
    }

    /** A clause that warns asks for words, which stay with the change; a text is tried on it before it is in force. */
    @Test
    void whatAClauseWarnsOfIsAcceptedInWords() {
        String warning = YAML.replace("tag: log", "tag: net")
                .replace("binding: refuse", "binding: warn")
                .replace("kind: golden", "kind: forbidden")
                .replace("text: log-server {{log}}", "pattern: '^vlan 371 '");
        engineer.put("/api/standards/nets/yaml", Map.of("yaml", warning)).json(200);
        long change = engineer.post(
                        "/api/change-edits",
                        Map.of("device", SWITCH, "kind", "LINES", "lines", List.of("vlan 371 \"sail loft\"")))
                .json(201)
                .get("number")
                .asLong();
        String path = "/api/changes/" + change;
        JsonNode text = engineer.get("/api/standards/nets").json(200).get("text");
        JsonNode effect = engineer.post(path + "/clause-trial", text).json(200).get(0);
        assertThat(effect.get("tag").asString()).isEqualTo("net");
        assertThat(effect.get("before").asString()).isEqualTo("PASS");
        assertThat(effect.get("after").asString()).isEqualTo("FAIL");

        engineer.post("/api/standards/nets/publish", Map.of()).json(200);
        engineer.await(
                "/api/standards/nets/results", view -> view.get("waiting").asInt() == 0);
        JsonNode problem = engineer.post(path + "/propose", Map.of()).json(409);
        assertThat(problem.get("code").asString()).isEqualTo("not-acknowledged");
        assertThat(problem.get("detail").asString()).contains(SWITCH, "nets net");
        engineer.put(path, Map.of("title", "sail loft", "acknowledged", "for the winter only"))
                .json(200);
        JsonNode proposed = engineer.post(path + "/propose", Map.of()).json(200);
        assertThat(proposed.get("acknowledged").asString()).isEqualTo("for the winter only");
        engineer.post(path + "/drop", Map.of());
        assertThat(engineer.post("/api/judging", Map.of()).status()).isEqualTo(202);
        engineer.delete("/api/standards/nets").json(200);
    }

    /** Not seen for longer than its group allows, a device keeps to nothing that is known; seen again, it does. */
    @Test
    void whatWasNotSeenForTooLongIsNotKnown() {
        engineer.put("/api/groups/halls", Map.of("query", "name is " + SWITCH, "note", ""));
        plan(3);
        server.context()
                .getBean(JdbcClient.class)
                .sql(
                        "update device set last_copy_at = now() - interval '4 hours', checked_at = now() - interval '4 hours'")
                .update();
        StaleVerdicts stale = server.context().getBean(StaleVerdicts.class);
        String reason = "/device/answers/sound/reason";
        plan(5);
        stale.tick();
        assertThat(outcomes()).contains("PASS");
        plan(3);
        stale.tick();
        awaitSound("NOT_KNOWN");
        assertThat(engineer.get("/api/devices/" + SWITCH).json(200).at(reason).asString())
                .contains("not seen for longer");
        assertThat(outcomes()).contains("FAIL", "NOT_KNOWN").doesNotContain("PASS");
        // Another text alters nothing of that.
        server.context().getBean(Soundness.class).judgeAnew(deviceId(), Instant.now());
        awaitSound("NOT_KNOWN");
        assertThat(outcomes()).doesNotContain("PASS");
        engineer.copy(SWITCH);
        stale.tick();
        awaitSound("NO");
        assertThat(outcomes()).contains("PASS").doesNotContain("NOT_KNOWN");
        // Nor of one whose newest copy may be only a part; it is not waited for.
        doubt("its end is missing");
        engineer.post("/api/standards/access/publish", Map.of()).json(200);
        assertThat(engineer.get("/api/standards/access/results")
                        .json(200)
                        .get("waiting")
                        .asInt())
                .isZero();
        assertThat(outcomes()).contains("NOT_KNOWN").doesNotContain("PASS");
        doubt("");
        engineer.post("/api/judging", Map.of());
        engineer.await(
                "/api/standards/access/results",
                results -> results.get("waiting").asInt() == 0);
        assertThat(engineer.delete("/api/reading-plans?group=halls").status()).isEqualTo(200);
    }

    private static void doubt(String reason) {
        server.context()
                .getBean(JdbcClient.class)
                .sql("update device set incomplete = :reason")
                .param("reason", reason)
                .update();
    }

    private static void plan(int hours) {
        Map<String, Object> plan = Map.of(
                "everyMinutes",
                60,
                "fullAfterHours",
                24,
                "tablesEveryMinutes",
                60,
                "judgedWithinHours",
                hours,
                "on",
                true);
        assertThat(engineer.put("/api/reading-plans?group=halls", plan).status())
                .isEqualTo(204);
    }

    private static long deviceId() {
        return server.context()
                .getBean(JdbcClient.class)
                .sql("select id from device")
                .query(Long.class)
                .single();
    }

    private static List<String> outcomes() {
        return engineer.get("/api/devices/" + SWITCH + "/verdicts")
                .json(200)
                .at("/0/verdicts")
                .valueStream()
                .map(verdict -> verdict.get("outcome").asString())
                .toList();
    }

    @Test
    void whatIsKnownOfTheDeviceIsJudgedWhenItBecomesKnown() {
        grant(Map.of());
        awaitSound("YES");
        server.standIn(SWITCH).device().type("deckhand", List.of("vlan 377 \"ice house\""));
        engineer.copy(SWITCH);
        awaitSound("NO");
        JsonNode finding = engineer.get("/api/findings?standard=access&state=STANDING&tag=saved")
                .json(200)
                .at("/findings/0");
        assertThat(finding.at("/evidence/0/found").asString()).isEqualTo("it runs lines that are not saved");
        server.standIn(SWITCH).device().save();
        engineer.copy(SWITCH);
        awaitSound("YES");
    }

    /** When would it have failed? As long as the line stood, by the moments at which copies showed it. */
    @Test
    void aTextIsTriedOnThePast() {
        Map<String, Object> clause = Map.of(
                "tag", "no-crane",
                "reason", "",
                "binding", "WARN",
                "platform", "corvane",
                "scope", "",
                "kind", "FORBIDDEN",
                "pattern", "^vlan 376 ");
        Map<String, Object> trial = Map.of("days", 30, "text", Map.of("clauses", List.of(clause), "values", Map.of()));
        JsonNode before = engineer.post("/api/standards/past-trial", trial).json(200);
        assertThat(before.at("/clauses/0/failures")).isEmpty();
        server.standIn(SWITCH).device().type("deckhand", List.of("vlan 376 \"crane\""));
        engineer.copy(SWITCH);
        JsonNode during =
                engineer.post("/api/standards/past-trial", trial).json(200).at("/clauses/0/failures");
        assertThat(during).hasSize(1);
        assertThat(during.get(0).hasNonNull("until")).isFalse();
        server.standIn(SWITCH).device().type("deckhand", List.of("not vlan 376"));
        engineer.copy(SWITCH);
        JsonNode after =
                engineer.post("/api/standards/past-trial", trial).json(200).at("/clauses/0/failures");
        assertThat(after).hasSize(1);
        assertThat(after.get(0).get("from")).isEqualTo(during.get(0).get("from"));
        assertThat(Instant.parse(after.get(0).get("until").asString()))
                .isAfter(Instant.parse(after.get(0).get("from").asString()));
        assertThat(engineer.post("/api/standards/past-trial", Map.of("days", 0, "text", trial.get("text")))
                        .status())
                .isEqualTo(400);
        server.standIn(SWITCH).device().save();
        engineer.copy(SWITCH);
    }

    @Test
    void whatCannotBeWaivedIsRefusedAndNothingIsKept() {
        int before = engineer.get("/api/standards/access/exceptions").json(200).size();
        assertThat(grant(Map.of("endsAt", "2020-01-01T00:00:00Z")).status()).isEqualTo(422);
        assertThat(grant(Map.of("endsAt", "2099-01-01T00:00:00Z")).status()).isEqualTo(422);
        assertThat(grant(Map.of("tag", "nothing")).status()).isEqualTo(404);
        assertThat(grant(Map.of("devices", List.of(SWITCH, "nobody"))).status()).isEqualTo(404);
        assertThat(grant(Map.of("reason", " ")).status()).isEqualTo(400);
        assertThat(engineer.get("/api/standards/access/exceptions").json(200)).hasSize(before);
    }
}

package chaperone.server.cases;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** What people work on together, and the pages that they compose for it. */
@Timeout(120)
class CaseStoryTest {
    private static final String SWITCH = "brkw-acc-1";
    private static final String YAML = """
            clauses:
            - {tag: log, reason: the log server, binding: warn, platform: corvane, scope: '', kind: golden,
               text: 'log-server 203.0.113.9'}
            values: {}
            """;

    private static TestServer server;
    private static Api engineer;
    private static Api approver;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        approver = server.as(Role.APPROVER);
        server.standIn(SWITCH).device().save();
        server.bringIn(engineer, "127.20.1.21");
        engineer.copy(SWITCH);
        engineer.put("/api/standards/access/yaml", Map.of("yaml", YAML)).json(200);
        engineer.post("/api/standards/access/publish", Map.of()).json(200);
        engineer.await("/api/findings", page -> page.get("matching").asInt() == 1);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String nameOf(Api person) {
        return person.get("/api/session").json(200).get("name").asString();
    }

    private static Map<String, Object> about(String title, Object people) {
        return Map.of("title", title, "people", people, "dueOn", "2030-02-28");
    }

    private static Map<String, Object> finding() {
        return Map.of("kind", "FINDING", "device", SWITCH, "standard", "access", "tag", "log");
    }

    private static int waiting(Api person, String what) {
        return person.get("/api/desk/waiting").json(200).get(what).asInt();
    }

    @Test
    void aColleagueIsAskedAndMendsIt() {
        String colleague = nameOf(approver);
        Instant before = Instant.now().minusSeconds(5);
        JsonNode opened = engineer.post(
                        "/api/cases",
                        Map.of(
                                "about", about("no log of the hall", List.of(colleague)),
                                "items", List.of(finding(), finding(), Map.of("kind", "DRIFT", "device", SWITCH)),
                                "text", "@" + colleague + " can you see to it?"))
                .json(201);
        long number = opened.get("number").asLong();
        assertThat(opened.get("items")).as("the same only once").hasSize(2);
        assertThat(opened.at("/items/0/said").asString()).isEqualTo("fails: log-server 203.0.113.9 is missing");
        assertThat(opened.at("/items/1/isSettled").asBoolean())
                .as("nothing has drifted")
                .isTrue();
        assertThat(waiting(approver, "cases")).isEqualTo(1);
        assertThat(waiting(engineer, "cases")).isZero();
        assertThat(approver.get("/api/cases?mine=true").json(200).at("/0/title").asString())
                .isEqualTo("no log of the hall");
        JsonNode note =
                approver.get("/api/desk/notes?since=" + before).json(200).get(0);
        assertThat(note.get("place").asString()).isEqualTo("CASE");
        assertThat(note.get("isForMe").asBoolean()).isTrue();
        assertThat(note.get("number").asLong()).isEqualTo(number);

        String path = "/api/cases/" + number;
        server.standIn(SWITCH).device().type("deckhand", List.of("log-server 203.0.113.9"));
        server.standIn(SWITCH).device().save();
        engineer.copy(SWITCH);
        JsonNode mended = approver.get(path).json(200);
        assertThat(mended.at("/items/0/said").asString()).isEqualTo("holds now");
        assertThat(mended.at("/items/0/isSettled").asBoolean()).isTrue();
        assertThat(mended.at("/items/1/said").asString()).isEqualTo("differs");

        approver.post(path + "/messages", Map.of("text", "it is there")).json(200);
        JsonNode settled = approver.post(path + "/settle", Map.of()).json(200);
        assertThat(settled.get("endedBy").asString()).isEqualTo(colleague);
        assertThat(settled.get("messages")).hasSize(2);
        assertThat(waiting(approver, "cases")).isZero();
        assertThat(engineer.get("/api/cases?state=SETTLED").json(200)).isNotEmpty();
        assertThat(engineer.post(path + "/reopen", Map.of()).json(200).hasNonNull("endedBy"))
                .isFalse();
        long item = settled.at("/items/1/id").asLong();
        assertThat(engineer.delete(path + "/items/" + item).json(200).get("items"))
                .hasSize(1);
        assertThat(engineer.delete(path + "/items/" + item).status()).isEqualTo(404);
        engineer.post(path + "/settle", Map.of()).json(200);
    }

    @Test
    void saysWhatIsWrongWithIt() {
        for (Map<String, Object> item : List.of(
                Map.<String, Object>of("kind", "FINDING", "device", SWITCH),
                Map.<String, Object>of("kind", "CHANGE"),
                Map.<String, Object>of("kind", "CHANGE", "change", 999_999),
                Map.<String, Object>of("kind", "DEVICE", "device", "nobody"),
                Map.<String, Object>of("kind", "FINDING", "device", SWITCH, "standard", "none", "tag", "log"),
                Map.<String, Object>of("kind", "RUMOUR"))) {
            int status = engineer.post("/api/cases", Map.of("about", about("x", List.of()), "items", List.of(item)))
                    .status();
            assertThat(status).as("%s", item).isIn(400, 404, 422);
        }
        JsonNode problem = engineer.post(
                        "/api/cases", Map.of("about", about("x", List.of("nobody")), "items", List.of()))
                .json(422);
        assertThat(problem.at("/fields/0/field").asString()).isEqualTo("people");
        assertThat(engineer.post("/api/cases", Map.of("about", about(" ", List.of()), "items", List.of()))
                        .status())
                .isEqualTo(400);
        assertThat(engineer.get("/api/cases").body()).doesNotContain("\"title\":\"x\"");
        assertThat(engineer.get("/api/cases/999999").status()).isEqualTo(404);
        assertThat(server.as(Role.VIEWER)
                        .post("/api/cases", Map.of("about", about("y", List.of()), "items", List.of()))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void aBoardIsComposedRemovedAndPutBack() {
        Map<String, Object> sites = Map.of("kind", "SITES", "standard", "access", "isWide", true);
        JsonNode made = engineer.post("/api/boards", Map.of("name", "wall", "parts", List.of(sites)))
                .json(201);
        String path = "/api/boards/" + made.get("id");
        List<Map<String, Object>> more = List.of(sites, Map.of("kind", "ANSWERS", "isWide", false));
        assertThat(engineer.put(path, Map.of("name", "wall", "parts", more))
                        .json(200)
                        .get("parts"))
                .hasSize(2);
        assertThat(engineer.post("/api/boards", Map.of("name", "wall", "parts", List.of()))
                        .json(422)
                        .at("/fields/0/field")
                        .asString())
                .isEqualTo("name");
        assertThat(engineer.put(
                                path,
                                Map.of("name", "wall", "parts", List.of(Map.of("kind", "TREND", "isWide", false))))
                        .status())
                .isEqualTo(422);
        long removal = engineer.delete(path).json(200).get("removal").asLong();
        assertThat(engineer.get(path).status()).isEqualTo(404);
        engineer.post("/api/removals/" + removal + "/undo", Map.of());
        assertThat(engineer.get(path).json(200).get("parts")).hasSize(2);
    }
}

package chaperone.server.standard;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.time.Instant;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Clauses about what a device answers: it is asked at its next look, and never anything that could alter it. */
@Timeout(120)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class AnswerClauseTest {
    private static final String SWITCH = "brkw-acc-1";
    private static final String YAML = """
            clauses:
            - {tag: room, reason: images need room, binding: advise, platform: corvane, scope: '', kind: answer,
               command: show storage, pattern: '^free +0$', condition: has_no_line}
            - {tag: odd, reason: nobody answers to it, binding: advise, platform: corvane, scope: '', kind: answer,
               command: show nonsense, pattern: x}
            - {tag: way-out, reason: nothing goes out without, binding: warn, platform: corvane, scope: '', kind: answer,
               table: routes, pattern: '^0[.]0[.]0[.]0/0 '}
            - {tag: seen, reason: somebody is at the other end, binding: warn, platform: corvane, scope: '', kind: answer,
               table: neighbours, pattern: ' no-such-neighbour '}
            """;

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "address\n" + server.standIn(SWITCH).address().getHostString() + "\n");
        engineer.copy(SWITCH);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static String kind(String tag) {
        JsonNode standing =
                engineer.get("/api/findings?state=STANDING&tag=" + tag).json(200);
        return standing.get("findings").isEmpty()
                ? "PASS"
                : standing.at("/findings/0/kind").asString();
    }

    private static String said(String tag) {
        return engineer.get("/api/findings?state=STANDING&tag=" + tag)
                .json(200)
                .at("/findings/0/evidence")
                .toString();
    }

    @Test
    @Order(1)
    void whatIsAskedIsKnownAfterTheNextLook() {
        engineer.put("/api/standards/answers/yaml", Map.of("yaml", YAML)).json(200);
        assertThat(engineer.get("/api/standards/answers/yaml").body())
                .contains("command: show storage", "table: routes");
        engineer.post("/api/standards/answers/publish", Map.of()).json(200);
        engineer.await(
                "/api/findings?state=STANDING&tag=room",
                found -> found.at("/findings/0/kind").asString().equals("NOT_KNOWN"));
        assertThat(kind("way-out"))
                .as("its tables were read with the first copy")
                .isIn("PASS", "FAIL");
        engineer.copy(SWITCH);
        assertThat(kind("room")).isEqualTo("PASS");
        assertThat(kind("odd")).isEqualTo("NOT_KNOWN");
        assertThat(said("odd")).contains("show nonsense was refused");
        assertThat(kind("seen")).isEqualTo("FAIL");
        assertThat(said("seen")).contains("a line that fits", "neighbours");
    }

    /** Nobody is asked the same again and again. */
    @Test
    @Order(2)
    void anAnswerIsAskedForAnewWhenItIsOld() {
        JdbcClient database = server.context().getBean(JdbcClient.class);
        database.sql("update command_output set lines = 'free 0' where request = 'show storage'")
                .update();
        engineer.copy(SWITCH);
        assertThat(outputs()).as("it is young").contains("free 0");
        database.sql("update command_output set taken_at = taken_at - interval '2 hours'")
                .update();
        engineer.copy(SWITCH);
        assertThat(outputs()).doesNotContain("free 0").contains("free");
        assertThat(kind("room")).isEqualTo("PASS");
    }

    private static String outputs() {
        return server.context()
                .getBean(JdbcClient.class)
                .sql("select coalesce(string_agg(lines, '; '), '') from command_output where request = 'show storage'")
                .query(String.class)
                .single();
    }

    @Test
    @Order(4)
    void whatNoClauseAsksAnyMoreIsForgotten() {
        engineer.put(
                        "/api/standards/answers/yaml",
                        Map.of("yaml", YAML.replace("command: show storage", "command: show modules")))
                .json(200);
        JsonNode asked = engineer.post("/api/devices/" + SWITCH + "/output", Map.of("command", "show modules"))
                .json(200);
        assertThat(asked.get("lines")).isNotEmpty();
        engineer.post("/api/standards/answers/publish", Map.of()).json(200);
        engineer.await(
                "/api/findings?state=STANDING&tag=room", found -> outputs().isEmpty());
        assertThat(kind("room")).as("it was asked while the clause was written").isEqualTo("PASS");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "restart",
                "show storage\nrestart",
                "edit",
                "SHOW storage",
                "show ;restart",
                "show",
                "show config running",
                "show  config saved"
            })
    @Order(5)
    void nothingIsAskedThatCouldAlterIt(String command) {
        JsonNode refused = engineer.post("/api/devices/" + SWITCH + "/output", Map.of("command", command))
                .json(422);
        assertThat(refused.get("detail").asString()).contains("only read");
        JsonNode clause = engineer.put(
                        "/api/standards/bad/yaml",
                        Map.of(
                                "yaml",
                                YAML.replace(
                                        "command: show storage", "command: \"" + command.replace("\n", "\\n") + "\"")))
                .json(422);
        assertThat(clause.get("detail").asString()).contains("Clause room", "only read");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "command: ''",
                "command: show storage, table: routes",
                "condition: compares, command: show storage"
            })
    @Order(6)
    void aClauseSaysOnceWhatIsAsked(String fields) {
        String yaml = "clauses:\n- {tag: room, reason: r, binding: advise, platform: corvane, scope: '', kind: answer, "
                + "pattern: x, " + fields + "}\n";
        assertThat(engineer.put("/api/standards/bad/yaml", Map.of("yaml", yaml))
                        .json(422)
                        .get("detail")
                        .asString())
                .contains("room");
    }

    /** A copy, an answer and a standard that is published may each have it judged at the same moment. */
    @Test
    @Order(3)
    void judgedByManyAtOnceItIsJudgedAsByOne() throws Exception {
        JdbcClient database = server.context().getBean(JdbcClient.class);
        Soundness soundness = server.context().getBean(Soundness.class);
        long id = database.sql("select id from device where name = :name")
                .param("name", SWITCH)
                .query(Long.class)
                .single();
        List<String> before = findings(database);
        assertThat(before).isNotEmpty();
        database.sql("delete from finding").update();
        CyclicBarrier together = new CyclicBarrier(8);
        ExecutorService workers = Executors.newFixedThreadPool(8);
        List<Callable<Void>> judgings = Collections.nCopies(8, () -> {
            together.await();
            soundness.judgeAnew(id, Instant.now());
            return null;
        });
        for (Future<Void> each : workers.invokeAll(judgings)) each.get();
        workers.shutdown();
        assertThat(findings(database)).isEqualTo(before);
    }

    private static List<String> findings(JdbcClient database) {
        return database.sql("select tag || ' ' || kind || ' ' || evidence from finding order by tag")
                .query(String.class)
                .list();
    }
}

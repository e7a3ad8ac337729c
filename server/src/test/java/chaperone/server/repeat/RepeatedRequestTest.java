package chaperone.server.repeat;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.Api.Answer;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What is sent twice under one key is done once. */
@Timeout(120)
class RepeatedRequestTest {
    private static FourFamilies four;
    private static Api engineer;

    @BeforeAll
    static void start() {
        four = new FourFamilies(DevicePorts.next());
        engineer = four.engineer;
        four.settle();
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    /** A program's way by itself: a draft is made, previewed, run and undone, each request sent twice. */
    @Test
    void aChangeIsMadeRunAndUndoneOnce() {
        four.server
                .as(Role.ADMINISTRATOR)
                .put("/api/approval-rules", Map.of("engineer", "NOBODY", "administrator", "NOBODY"));
        long change = twice("/api/changes", Map.of("title", "by a program"), "a1", 201)
                .get("number")
                .asLong();
        Map<String, Object> edit = four.lines(change, "brkw-acc-1", List.of("vlan 409 \"program\""));
        twice("/api/change-edits", edit, "a2", 201);
        String path = "/api/changes/" + change;
        assertThat(engineer.get(path).json(200).get("edits")).hasSize(1);
        twice(path + "/propose", Map.of(), "a3", 200);
        twice(path + "/run", Map.of(), "a4", 201);
        assertThat(four.states(four.ended(change)).values()).containsOnly("KEPT");
        assertThat(engineer.get(path + "/runs").json(200)).hasSize(1);
        long undo = twice(path + "/undo", Map.of(), "a5", 201).get("change").asLong();
        assertThat(engineer.get("/api/changes/" + undo).json(200).get("edits")).hasSize(1);
        // A refusal is an answer, too.
        twice(path + "/run", Map.of(), "a6", 409);
    }

    @Test
    void keysBelongToOneRequestOfOneAccount() {
        send(engineer, "/api/changes", Map.of("title", "mine"), "b1").json(201);
        assertThat(send(engineer, "/api/changes", Map.of("title", "another"), "b1")
                        .json(422)
                        .get("code")
                        .asString())
                .isEqualTo("idempotency-key");
        long other = send(four.server.as(Role.ADMINISTRATOR), "/api/changes", Map.of("title", "another"), "b1")
                .json(201)
                .get("number")
                .asLong();
        assertThat(engineer.get("/api/changes/" + other).json(200).get("madeBy").asString())
                .isEqualTo("administrator");
        assertThat(send(engineer, "/api/changes", Map.of("title", "x"), "k".repeat(201))
                        .status())
                .isEqualTo(422);
        assertThat(send(engineer, "/api/map/notes", Map.of(), "b2").status()).isEqualTo(422);
        assertThat(send(four.server.as(Role.VIEWER), "/api/changes", Map.of("title", "x"), "b3")
                        .status())
                .isEqualTo(403);
    }

    /** Many at the same moment: one is carried out; the others hear that it is not answered yet, or its answer. */
    @Test
    void manyAtOnceAreOne() throws Exception {
        int before = changes();
        ExecutorService workers = Executors.newFixedThreadPool(8);
        List<Future<Answer>> all = new ArrayList<>();
        for (int i = 0; i < 16; i++)
            all.add(workers.submit(() -> send(engineer, "/api/changes", Map.of("title", "at once"), "c1")));
        List<Integer> statuses = new ArrayList<>();
        for (Future<Answer> each : all) statuses.add(each.get().status());
        workers.shutdown();
        assertThat(statuses).contains(201).isSubsetOf(201, 409);
        assertThat(changes()).isEqualTo(before + 1);
        assertThat(send(engineer, "/api/changes", Map.of("title", "at once"), "c1")
                        .status())
                .isEqualTo(201);
    }

    @Test
    void answersGoAfterADay() {
        send(engineer, "/api/changes", Map.of("title", "old"), "d1").json(201);
        JdbcClient database = four.server.context().getBean(JdbcClient.class);
        database.sql("update repeated_request set at = at - interval '25 hours' where key = 'd1'")
                .update();
        four.server.context().getBean(RepeatedRequests.class).tidyUp();
        assertThat(database.sql("select count(*) from repeated_request where key = 'd1'")
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    private static int changes() {
        return engineer.get("/api/changes?size=1000").json(200).size();
    }

    private static Answer send(Api who, String path, Object body, String key) {
        return who.post(path, body, Map.of("Idempotency-Key", key));
    }

    private static JsonNode twice(String path, Object body, String key, int status) {
        Answer first = send(engineer, path, body, key);
        JsonNode json = first.json(status);
        Answer second = send(engineer, path, body, key);
        assertThat(second.json(status)).isEqualTo(json);
        assertThat(second.raw().headers().firstValue("Repeated-Answer")).contains("true");
        assertThat(first.raw().headers().firstValue("Repeated-Answer")).isEmpty();
        return json;
    }
}

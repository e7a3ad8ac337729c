package chaperone.server.run;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** An approved change that runs when its time has come, or says why it did not. */
@Timeout(120)
class DueRunTest {
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
    void itRunsWhenItsTimeHasCome() {
        long change = approved("high tide");
        String path = "/api/changes/" + change;
        assertThat(due(change, Instant.now().plusMillis(1200))).isEqualTo(204);
        assertThat(change(change).get("dueBy").asString()).isEqualTo("engineer");
        JsonNode run = four.ended(change);
        assertThat(four.states(run).values()).containsOnly("KEPT");
        assertThat(run.get("startedBy").asString()).isEqualTo("engineer");
        assertThat(change(change).hasNonNull("dueAt")).isFalse();
        assertThat(four.server.as(Role.ADMINISTRATOR).get("/api/audit?size=50").body())
                .contains("ran a change when it was due");
        assertThat(four.engineer.delete(path + "/due").status()).isEqualTo(409);
    }

    @Test
    void whatIsInItsWayIsSaid() {
        long change = approved("neap tide");
        JsonNode freeze = four.engineer
                .post(
                        "/api/freezes",
                        Map.of(
                                "reason", "the regatta",
                                "query", "name is mv-curlew-sw-1",
                                "lifter", "ENGINEER",
                                "endsAt",
                                        Instant.now().plus(Duration.ofHours(1)).toString()))
                .json(201);
        due(change, Instant.now().plus(Duration.ofHours(1)));
        four.server
                .context()
                .getBean(JdbcClient.class)
                .sql("update change set due_at = now() where id = ?")
                .param(change)
                .update();
        four.server.context().getBean(DueRuns.class).tick();
        JsonNode stood = four.engineer.await(
                "/api/changes/" + change, each -> !each.get("notRun").asString().isEmpty());
        assertThat(stood.get("notRun").asString()).contains("mv-curlew-sw-1", "the regatta");
        assertThat(stood.get("state").asString()).isEqualTo("APPROVED");
        assertThat(stood.hasNonNull("dueAt")).isFalse();
        four.engineer.post("/api/freezes/" + freeze.get("id").asLong() + "/lift", Map.of());

        // The server was away at that time: nothing is made up when nobody expects it any more.
        due(change, Instant.now().plus(Duration.ofHours(1)));
        four.server
                .context()
                .getBean(JdbcClient.class)
                .sql("update change set due_at = now() - interval '20 minutes' where id = ?")
                .param(change)
                .update();
        four.server.context().getBean(DueRuns.class).tick();
        assertThat(four.engineer
                        .await(
                                "/api/changes/" + change,
                                each -> !each.get("notRun").asString().isEmpty())
                        .get("notRun")
                        .asString())
                .startsWith("Nobody was there");
        assertThat(four.engineer.get("/api/changes/" + change + "/runs").json(200))
                .isEmpty();
    }

    @Test
    void nobodyRunsItWhoMayNotAnyMore() {
        long change = approved("spring tide");
        due(change, Instant.now().plus(Duration.ofHours(1)));
        JdbcClient database = four.server.context().getBean(JdbcClient.class);
        database.sql("update change set due_by = 'viewer', due_at = now() where id = ?")
                .param(change)
                .update();
        four.server.context().getBean(DueRuns.class).tick();
        assertThat(change(change).get("notRun").asString()).startsWith("viewer, who asked for it");
    }

    @Test
    void itIsForApprovedOnesAndTimesToCome() {
        long change = four.newChange("draft");
        assertThat(due(change, Instant.now().plusSeconds(60))).isEqualTo(409);
        long other = approved("ebb");
        assertThat(due(other, Instant.now().minusSeconds(1))).isEqualTo(422);
        assertThat(due(other, Instant.now().plus(Duration.ofDays(400)))).isEqualTo(422);
        assertThat(due(other, Instant.now().plusSeconds(600))).isEqualTo(204);
        assertThat(four.engineer.delete("/api/changes/" + other + "/due").status())
                .isEqualTo(204);
        due(other, Instant.now().plusSeconds(600));
        four.engineer.post("/api/changes/" + other + "/back", Map.of()).json(200);
        assertThat(change(other).hasNonNull("dueAt")).isFalse();
    }

    private static long approved(String welcome) {
        long change = four.newChange(welcome);
        four.add(four.lines(change, "mv-curlew-sw-1", List.of("{ \"welcome\": \"" + welcome + "\" }")));
        four.approve(change);
        return change;
    }

    private static int due(long change, Instant at) {
        return four.engineer
                .put("/api/changes/" + change + "/due", Map.of("at", at.toString()))
                .status();
    }

    private static JsonNode change(long number) {
        return four.engineer.get("/api/changes/" + number).json(200);
    }
}

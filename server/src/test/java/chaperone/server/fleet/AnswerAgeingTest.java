package chaperone.server.fleet;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.answer.Answer;
import chaperone.core.answer.KnownCopy;
import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** Answers that change because nothing happens. */
class AnswerAgeingTest {
    private static TestServer server;
    private static Api engineer;
    private static JdbcClient database;
    private static AnswerAgeing ageing;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        database = server.context().getBean(JdbcClient.class);
        ageing = server.context().getBean(AnswerAgeing.class);
        server.bringIn(engineer, "127.20.1.21\n");
        engineer.copy("brkw-acc-1");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    private static JsonNode kept() {
        return engineer.get("/api/devices/brkw-acc-1")
                .json(200)
                .get("device")
                .get("answers")
                .get("kept");
    }

    private static long found(String kind) {
        return engineer.get("/api/devices?query=kept%20is%20" + kind)
                .json(200)
                .get("matching")
                .asLong();
    }

    private static Instant lastCopyWas(int hoursAgo) {
        database.sql("update device set last_copy_at = now() - make_interval(hours => ?)")
                .param(hoursAgo)
                .update();
        return database.sql("select last_copy_at from device")
                .query((row, number) -> row.getTimestamp(1).toInstant())
                .single();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 27, 51})
    void aCopyThatGrowsOldIsAnsweredAsTheRuleHasIt(int hours) {
        engineer.copy("brkw-acc-1");
        assertThat(kept().get("kind").asString()).isEqualTo("YES");
        Instant copied = lastCopyWas(hours);
        int asked = ageing.pass();
        assertThat(asked).isEqualTo(hours == 1 ? 0 : 1);
        Answer expected =
                new KnownCopy(Optional.of(copied), false, Optional.of(true), Optional.empty(), "").kept(Instant.now());
        assertThat(kept().get("kind").asString()).isEqualTo(expected.kind().name());
        assertThat(kept().get("reason").asString()).isEqualTo(expected.reason());
        assertThat(found(expected.kind().name().toLowerCase(java.util.Locale.ROOT)))
                .isOne();
        assertThat(ageing.pass()).as("asked once").isZero();
        // A copy that is the same as the one before, as a sweep takes it, is an answer again.
        engineer.copy("brkw-acc-1");
        assertThat(kept().get("kind").asString()).isEqualTo("YES");
        assertThat(found("yes")).isOne();
    }

    @Test
    void aDeviceWithoutAnAnswerGetsOne() {
        database.sql("delete from device_answer").update();
        assertThat(kept().get("kind").asString()).isEqualTo("NOT_KNOWN");
        assertThat(kept().has("since")).isFalse();
        assertThat(found("unknown")).isOne();
        assertThat(ageing.pass()).isOne();
        assertThat(kept().has("since")).isTrue();
    }
}

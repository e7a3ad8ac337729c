package chaperone.server.retention;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.table.Table;
import chaperone.core.table.TableKind;
import chaperone.server.account.Role;
import chaperone.server.revision.Past;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.server.table.Tables;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
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

/** Revisions are kept, thinned out, checked, and set aside as noise; on the real database. */
@Timeout(120)
class RetentionApiTest {
    private static final String DEVICE = "brkw-acc-1";
    private static final int PAST = 30;

    private static TestServer server;
    private static Api administrator;
    private List<String> texts;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        administrator = server.as(Role.ADMINISTRATOR);
    }

    @BeforeEach
    void aDeviceWithAPast() {
        server.bringIn(administrator, "127.20.1.21\n");
        texts = new ArrayList<>();
        for (int i = 0; i < PAST; i++) texts.add(text(i));
        Past.of(server, DEVICE, texts);
    }

    /** Contents outlive their device until the next night, and the damaged ones among them are to harm no other test. */
    @AfterEach
    void nothingIsLeft() {
        assertThat(administrator.delete("/api/devices/" + DEVICE).status()).isEqualTo(200);
        database().sql("truncate integrity_pass, content, content_pack cascade").update();
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** A counter that moves every day; a line that really changes every tenth. */
    private static String text(int day) {
        return "name brkw-acc-1\nport 1/0/1\n  text \"kiosk\"\n  seen %d\nvlan %d\n"
                .formatted(day * 7919, 300 + day / 10);
    }

    @Test
    void linesThatMoveAreSetAsideAndTakenBackWithoutTouchingAByte() {
        Map<String, Object> pattern =
                Map.of("device", DEVICE, "name", "counter", "pattern", proposed(), "reason", "it counts");
        JsonNode effect = administrator
                .post("/api/noise-patterns/effect", pattern)
                .json(200)
                .get("effects")
                .get(0);
        assertThat(effect.get("revisionsThen").asInt()).isEqualTo(PAST / 10);
        assertThat(effect.get("merges")).hasSize(PAST / 10);
        assertThat(onlyNoise()).as("nothing is kept by looking").isZero();

        long id = administrator
                .post("/api/noise-patterns", pattern)
                .json(201)
                .get("id")
                .asLong();
        TestServer.await(() -> onlyNoise() == PAST - PAST / 10, "the past is settled anew");
        assertThat(whole()).isEqualTo(texts);
        Past.of(server, DEVICE, List.of(text(PAST - 1).replace("seen", "seen 1")));
        int known = revisions().size();
        Past.of(server, DEVICE, List.of(text(PAST - 1).replaceFirst("seen \\d+", "seen 5")));
        assertThat(revisions())
                .as("a copy that differs in noise alone is no revision")
                .hasSizeLessThanOrEqualTo(known + 1);

        assertThat(administrator.delete("/api/noise-patterns/" + id).status()).isEqualTo(204);
        TestServer.await(() -> onlyNoise() == 0, "it is as it was");
        assertThat(whole()).isEqualTo(texts);
        assertThat(administrator.delete("/api/noise-patterns/" + id).status()).isEqualTo(404);
    }

    private String proposed() {
        return administrator
                .post("/api/noise-patterns/proposal", Map.of("line", "  seen 7919", "other", "  seen 15838"))
                .json(200)
                .get("pattern")
                .asString();
    }

    @Test
    void aPatternThatWouldHideEverythingIsRefused() {
        for (String pattern : List.of(".*", "(.*)", "^(\\S+)", "", "(unclosed")) {
            Map<String, Object> input = Map.of("device", DEVICE, "name", "all", "pattern", pattern, "reason", "");
            assertThat(administrator.post("/api/noise-patterns", input).status())
                    .isIn(400, 422);
        }
        Map<String, Object> two =
                Map.of("device", DEVICE, "platform", "corvane", "name", "n", "pattern", "x", "reason", "");
        assertThat(administrator.post("/api/noise-patterns", two).status()).isEqualTo(400);
    }

    @Test
    void whatIsOlderAndMoreThanTheRuleGoesAfterItWasSaid() {
        administrator
                .post("/api/devices/brkw-acc-1/revisions/4/marks", Map.of("kind", "NOTE", "text", "keep me"))
                .json(201);
        List<String> before = whole();
        JsonNode due =
                administrator.get("/api/retention/due?keepCount=5&keepDays=10").json(200);
        // The newest five stay, what was seen in ten days stays, and so does the one with a note.
        int first = PAST + 1 - 10;
        assertThat(due.get("revisions").asInt()).isEqualTo(first - 1);
        assertThat(whole()).as("saying it removes nothing").isEqualTo(before);

        JsonNode thinned = administrator
                .post("/api/retention/thin", Map.of("keepCount", 5, "keepDays", 10, "on", false))
                .json(200);
        assertThat(thinned.get("revisions").asInt()).isEqualTo(first - 1);
        JsonNode left = revisions();
        assertThat(left).hasSize(before.size() - first + 1);
        assertThat(left.get(0).get("number").asInt()).isEqualTo(4);
        for (JsonNode revision : left) {
            int number = revision.get("number").asInt();
            assertThat(whole(number)).isEqualTo(before.get(number - 1));
        }
        assertThat(left.get(0).get("added").asInt()
                        + left.get(0).get("modified").asInt())
                .as("nothing stands before it any more")
                .isZero();
        assertThat(number("select count(*) from content"))
                .isEqualTo(number("select count(distinct digest) from revision"));
    }

    @Test
    void whatTablesShowedGoesByTheSameRuleAndADamagedReadingIsNamed() {
        for (int day = PAST; day > 0; day--) readTable(day);
        String rule = "keepCount=5&keepDays=10";
        JsonNode due = administrator.get("/api/retention/due?" + rule).json(200);
        assertThat(due.get("readings").asInt()).isEqualTo(PAST - 10);
        assertThat(readings()).as("saying it removes nothing").hasSize(PAST);
        JsonNode thinned = administrator
                .post("/api/retention/thin", Map.of("keepCount", 5, "keepDays", 10, "on", false))
                .json(200);
        assertThat(thinned.get("readings").asInt()).isEqualTo(PAST - 10);
        JsonNode left = readings();
        assertThat(left).hasSize(10);
        assertThat(left.get(9).get("altered").asInt())
                .as("nothing stands before it any more")
                .isZero();
        assertThat(left.get(8).get("altered").asInt()).isEqualTo(1);
        assertThat(number("select count(*) from content"))
                .isEqualTo(number("select count(*) from (select digest from revision union"
                        + " select digest from table_reading) as kept"));

        database()
                .sql("update content_pack set packed = set_byte(packed, 20, 255 - get_byte(packed, 20)) where id ="
                        + " (select c.pack_id from content c join table_reading t using (digest) limit 1)")
                .update();
        assertThat(check(1).get("damaged")
                        .valueStream()
                        .map(each -> each.get("kind").asString()))
                .contains("ARP");
        assertThat(administrator
                        .get("/api/devices/brkw-acc-1/tables/ARP/difference?before=29&after=30")
                        .json(500)
                        .get("code")
                        .asString())
                .isEqualTo("damaged-content");
    }

    private void readTable(int daysAgo) {
        List<String> cells = List.of("10.20.1.1", "5e:00:00:00:00:%02x".formatted(daysAgo), "1/0/1");
        Table table = new Table(TableKind.ARP, List.of(new Table.Row(TableKind.ARP, cells)));
        long device = number("select id from device");
        Instant at = Instant.now().minus(Duration.ofDays(daysAgo)).plusSeconds(60);
        server.context().getBean(Tables.class).keep(device, List.of(table), at);
    }

    private JsonNode readings() {
        return administrator.get("/api/devices/brkw-acc-1/tables/ARP/readings").json(200);
    }

    @Test
    void everythingReadsBackAfterARestartAndAFlippedByteIsFoundAndNamed() {
        assertThat(number("select count(*) from content_pack")).isLessThan(5);
        List<String> before = whole();
        server.restart();
        administrator = server.as(Role.ADMINISTRATOR);
        JsonNode sound = check(1);
        assertThat(sound.get("latest").get("damaged").asInt()).isZero();
        assertThat(sound.get("latest").get("contents").asLong()).isEqualTo(number("select count(*) from content"));
        assertThat(whole()).isEqualTo(before);

        long pack = number(
                "select pack_id from content c join revision r using (digest) where r.number = 3 and kind = 'RUNNING'");
        database()
                .sql("update content_pack set packed = set_byte(packed, 20, 255 - get_byte(packed, 20)) where id = ?")
                .param(pack)
                .update();
        JsonNode damaged = check(2);
        assertThat(damaged.get("latest").get("damaged").asInt()).isPositive();
        assertThat(damaged.get("damaged")
                        .valueStream()
                        .map(each -> each.get("device").asString()))
                .contains(DEVICE);
        assertThat(damaged.get("damaged")
                        .valueStream()
                        .map(each -> each.get("number").asInt()))
                .contains(3);

        // Life goes on: the same bytes from the device mend the newest revision, and others become a new one.
        assertThat(administrator
                        .get("/api/devices/brkw-acc-1/revisions/" + PAST + "/text")
                        .status())
                .isEqualTo(500);
        Past.of(server, DEVICE, List.of(texts.get(PAST - 1)));
        assertThat(whole(PAST)).isEqualTo(texts.get(PAST - 1));
        assertThat(revisions()).hasSize(PAST);
        Past.of(server, DEVICE, List.of(text(777)));
        assertThat(whole(PAST + 1)).isEqualTo(text(777));
        assertThat(check(3).get("latest").get("damaged").asInt())
                .isLessThan(damaged.get("latest").get("damaged").asInt());
    }

    /** Waits for the pass of this number, counted from 1. */
    private JsonNode check(int number) {
        assertThat(administrator.post("/api/integrity", Map.of()).status()).isEqualTo(202);
        TestServer.await(
                () -> number("select count(*) from integrity_pass where ended_at is not null") == number,
                "the pass has ended");
        return administrator.get("/api/integrity").json(200);
    }

    private JsonNode revisions() {
        return administrator.get("/api/devices/brkw-acc-1/revisions").json(200);
    }

    private long onlyNoise() {
        return revisions()
                .valueStream()
                .filter(each -> each.get("onlyNoise").asBoolean())
                .count();
    }

    /** The texts of the made-up past. */
    private List<String> whole() {
        List<String> whole = new ArrayList<>();
        for (JsonNode revision : revisions())
            whole.add(whole(revision.get("number").asInt()));
        return whole.subList(0, Math.min(PAST, whole.size()));
    }

    private String whole(int number) {
        return administrator
                .get("/api/devices/brkw-acc-1/revisions/" + number + "/text")
                .body();
    }

    private long number(String sql) {
        return database().sql(sql).query(Long.class).single();
    }

    private JdbcClient database() {
        return server.context().getBean(JdbcClient.class);
    }
}

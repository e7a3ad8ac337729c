package chaperone.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@Timeout(60)
class DeskStoryTest {
    private static final int PORT = DevicePorts.next();
    private static final List<String> USUAL = List.of("NEEDS", "CHART", "NOTES", "ANSWERS", "ROUTINES", "WAITING");

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(PORT).withoutReadings();
        engineer = server.as(Role.ENGINEER);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void everybodyArrangesTheirOwnDesk() {
        Map<String, Object> layout =
                Map.of("main", List.of("ANSWERS"), "side", List.of("NEEDS"), "hidden", List.of("CHART", "ROUTINES"));
        JsonNode kept = engineer.put("/api/desk/layout", layout).json(200);
        assertThat(words(kept.get("main"))).containsExactly("ANSWERS", "NOTES");
        assertThat(words(kept.get("side"))).containsExactly("NEEDS", "WAITING");
        assertThat(words(kept.get("hidden"))).containsExactly("CHART", "ROUTINES");
        assertThat(engineer.get("/api/desk/layout").json(200)).isEqualTo(kept);
        JsonNode other = server.as(Role.VIEWER).get("/api/desk/layout").json(200);
        assertThat(words(other.get("main"))).containsExactly("NEEDS", "CHART", "NOTES");
    }

    /** Whatever is sent, each part is there once, and what is kept is not altered by keeping it again. */
    @Test
    void aLayoutHoldsEachPartOnce() {
        Random random = new Random(18);
        for (int i = 0; i < 500; i++) {
            DeskLayout whole = new DeskLayout(some(random), some(random), some(random)).whole();
            List<DeskPart> all = new ArrayList<>(whole.main());
            all.addAll(whole.side());
            all.addAll(whole.hidden());
            assertThat(all).containsExactlyInAnyOrder(DeskPart.values());
            assertThat(whole.whole()).isEqualTo(whole);
        }
    }

    private static List<DeskPart> some(Random random) {
        return random.ints(random.nextInt(6), 0, USUAL.size())
                .mapToObj(i -> DeskPart.valueOf(USUAL.get(i)))
                .toList();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            {"main":["NONSENSE"],"side":[],"hidden":[]} | 400
            {"main":[null],"side":[],"hidden":[]}       | 400
            {"main":[]}                                 | 400
            []                                          | 400
            """)
    void whatIsNoLayoutIsToldSo(String body, int status) {
        assertThat(engineer.send("PUT", "/api/desk/layout", body).status()).isEqualTo(status);
    }

    @Test
    void whoeverIsNamedIsTold() {
        Instant before = Instant.now().minusSeconds(5);
        List<String> named = List.of("@engineer please look", "ask @Engineer.", "(@engineer)");
        List<String> others = List.of("@engineering", "@engineer-2 did it", "mail@engineer", "engineer", "@engineer.x");
        List<String> all = new ArrayList<>(named);
        all.addAll(others);
        for (String text : all)
            server.context().getBean(JdbcClient.class).sql("""
                            insert into map_note (site, x, y, text, written_by, written_at)
                            values ('Dunsay', 0, 0, ?, 'r.anand', now())""").param(text).update();
        JsonNode notes = engineer.get("/api/desk/notes?since=" + before).json(200);
        assertThat(notes).hasSize(all.size());
        List<String> forMe = new ArrayList<>();
        for (JsonNode note : notes)
            if (note.get("isForMe").asBoolean()) forMe.add(note.get("text").asString());
        assertThat(forMe).containsExactlyInAnyOrderElementsOf(named);
        assertThat(notes.get(0).get("isForMe").asBoolean()).isTrue();
        assertThat(engineer.get("/api/desk/notes?since=" + Instant.now().plusSeconds(60))
                        .json(200))
                .isEmpty();
    }

    private static List<String> words(JsonNode array) {
        List<String> words = new ArrayList<>();
        array.forEach(each -> words.add(each.asString()));
        return words;
    }
}

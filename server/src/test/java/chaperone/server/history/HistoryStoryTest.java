package chaperone.server.history;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.revision.Past;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** What changed across the fleet, held against each device's own revisions. */
@Timeout(120)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class HistoryStoryTest {
    private static final int PORT = DevicePorts.next();
    private static final List<String> SWITCHES = List.of("brkw-acc-1", "brkw-acc-2", "brkw-acc-3");

    private static TestServer server;
    private static Api engineer;

    /** The same three edits a day apart on each switch; on the last one something else besides. */
    @BeforeAll
    static void start() {
        server = TestServer.start(PORT).withoutReadings();
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.22\n127.20.1.23\n127.20.1.2\n");
        for (String name : SWITCHES) {
            String other = name.equals("brkw-acc-3") ? "vlan 9 \"drying room\"\n" : "";
            Past.of(
                    server,
                    name,
                    List.of(
                            "name " + name + "\nvlan 7 \"quay\"\n",
                            "name " + name + "\nvlan 7 \"quay\"\nvlan 8 \"ice house\"\n",
                            "name " + name + "\nvlan 7 \"slip\"\nvlan 8 \"ice house\"\n" + other));
        }
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    @Order(1)
    void listsEveryRevisionOfTheSpanOnceAndNothingElse() {
        JsonNode page = history("span", "");
        Set<String> listed = new TreeSet<>();
        page.get("changes").forEach(row -> listed.add(row.get("device").asString() + " " + row.get("number")));
        Set<String> expected = new TreeSet<>();
        for (String name : SWITCHES) {
            for (JsonNode revision :
                    engineer.get("/api/devices/" + name + "/revisions").json(200)) {
                if (revision.get("number").asInt() > 1) expected.add(name + " " + revision.get("number"));
            }
        }
        assertThat(listed).isEqualTo(expected).hasSize(6);
        assertThat(page.get("matching").asInt()).isEqualTo(page.get("changes").size());
        List<String> moments = page.get("changes").findValuesAsString("at");
        assertThat(moments)
                .isSortedAccordingTo((one, other) -> Instant.parse(other).compareTo(Instant.parse(one)));
    }

    @Test
    @Order(1)
    void tellsTheSameEditOnSeveralDevicesByOneDeed() {
        Map<String, Set<String>> devices = new TreeMap<>();
        history("span", "")
                .get("changes")
                .forEach(row -> devices.computeIfAbsent(row.get("deed").asString(), deed -> new TreeSet<>())
                        .add(row.get("device").asString()));
        assertThat(devices.values())
                .containsExactlyInAnyOrder(
                        Set.copyOf(SWITCHES), Set.of("brkw-acc-1", "brkw-acc-2"), Set.of("brkw-acc-3"));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        query=name is brkw-acc-2   | 2
        query=name is nobody       | 0
        words=vlan 8               | 3
        words=100% sure_           | 0
        words=drying               | 1
        planned=true               | 0
        planned=false              | 6
        open=true                  | 6
        kinds=ROUTES,ARP           | 0
        kinds=SAVED                | 0
        """)
    @Order(2)
    void canBeNarrowed(String condition, int expected) {
        String[] parts = condition.split("=", 2);
        assertThat(history(parts[0], parts[1]).get("matching").asInt()).isEqualTo(expected);
        JsonNode summary = engineer.get("/api/history/summary?" + span() + "&" + parts[0] + "=" + encoded(parts[1]))
                .json(200);
        assertThat(summary.get("matching").asInt()).isEqualTo(expected);
        int bars = 0;
        for (JsonNode bar : summary.get("bars"))
            bars += bar.get("planned").asInt() + bar.get("notPlanned").asInt();
        assertThat(bars).isEqualTo(expected);
    }

    @Test
    @Order(2)
    void pagesLoseAndDoubleNothing() {
        List<String> paged = new ArrayList<>();
        for (int page = 0; page < 4; page++)
            engineer.get("/api/history?" + span() + "&size=2&page=" + page)
                    .json(200)
                    .get("changes")
                    .forEach(row -> paged.add(row.get("id").asString()));
        assertThat(paged)
                .doesNotHaveDuplicates()
                .isEqualTo(history("span", "").get("changes").findValuesAsString("id"));
    }

    @Test
    @Order(2)
    void saysWhatWasLookedAtAndWhatWasNot() {
        JsonNode summary = engineer.get(
                        "/api/history/summary?since=" + Instant.now().plusSeconds(60))
                .json(200);
        assertThat(summary.get("matching").asInt()).isZero();
        assertThat(summary.get("allDevices").asInt()).isEqualTo(4);
        assertThat(summary.get("lookedAt").asInt()).isZero();
        assertThat(summary.get("notLookedAt")
                        .valueStream()
                        .map(JsonNode::asString)
                        .toList())
                .containsExactly("brkw-acc-1", "brkw-acc-2", "brkw-acc-3", "brkw-rtr-1");
        engineer.copy("brkw-rtr-1");
        assertThat(engineer.get("/api/history/summary?since=" + Instant.now().minusSeconds(600))
                        .json(200)
                        .get("lookedAt")
                        .asInt())
                .isPositive();
    }

    @Test
    @Order(3)
    void isAccountedForAloneOrTogetherAndTakenBack() {
        List<Long> ids = new ArrayList<>();
        history("query", "name is brkw-acc-1,brkw-acc-2")
                .get("changes")
                .forEach(row -> ids.add(row.get("id").asLong()));
        Map<String, Object> body = Map.of("revisions", ids, "note", "  ticket 4711 ");
        assertThat(server.as(Role.APPROVER).post("/api/history/accounted", body).status())
                .isEqualTo(204);
        assertThat(history("open", "true").get("matching").asInt()).isEqualTo(2);
        JsonNode one = history("query", "name is brkw-acc-1").at("/changes/0/accounted");
        assertThat(one.get("note").asString()).isEqualTo("ticket 4711");
        assertThat(one.get("by").asString()).isEqualTo("approver");
        assertThat(engineer.get("/api/history/changes.csv?" + span()).body())
                .contains("ticket 4711")
                .contains("vlan 8");
        assertThat(engineer.post("/api/history/not-accounted", Map.of("revisions", ids))
                        .status())
                .isEqualTo(204);
        assertThat(history("open", "true").get("matching").asInt()).isEqualTo(6);
    }

    /** All of them, or none. */
    @Test
    @Order(4)
    void nothingIsAccountedForThatIsNoRevisionAlteredElsewhere() {
        JsonNode rows = history("query", "name is brkw-acc-1").get("changes");
        long good = rows.get(0).get("id").asLong();
        long first = server.context()
                .getBean(JdbcClient.class)
                .sql("select min(id) from revision")
                .query(Long.class)
                .single();
        for (long bad : new long[] {first, Long.MAX_VALUE, -1}) {
            Api.Answer answer =
                    engineer.post("/api/history/accounted", Map.of("revisions", List.of(good, bad), "note", ""));
            assertThat(answer.status()).isEqualTo(422);
            assertThat(answer.body()).contains("not-to-account-for");
        }
        assertThat(history("open", "true").get("matching").asInt()).isEqualTo(6);
        assertThat(server.as(Role.VIEWER)
                        .post("/api/history/accounted", Map.of("revisions", List.of(good), "note", ""))
                        .status())
                .isEqualTo(403);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "since=yesterday",
                "until=2001-01-01T00:00:00Z",
                "since=-999999999-01-01T00:00:00Z&until=%2B999999999-12-31T23:59:59Z",
                "kinds=NONSENSE",
                "query=site%20is",
                "page=-1",
                "size=100000",
                "words=%00",
                "query=%00"
            })
    @Order(5)
    void badInputIsToldOrHoldsNothing(String condition) {
        for (String path : List.of("/api/history?", "/api/history/summary?", "/api/history/changes.csv?"))
            assertThat(engineer.get(path + condition).status())
                    .as(path + condition)
                    .isIn(200, 400, 422);
    }

    private static JsonNode history(String name, String value) {
        return engineer.get("/api/history?" + span() + "&size=500&" + name + "=" + encoded(value))
                .json(200);
    }

    private static String span() {
        return "since=" + Instant.now().minus(Duration.ofDays(30)) + "&until="
                + Instant.now().minus(Duration.ofHours(12));
    }

    private static String encoded(String value) {
        return URLEncoder.encode(value, StandardCharsets.UTF_8);
    }
}

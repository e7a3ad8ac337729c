package chaperone.server.search;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platforms;
import chaperone.server.account.Role;
import chaperone.server.revision.Past;
import chaperone.server.revision.RevisionEditPass;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import chaperone.standins.demo.DemoFleet;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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

/** Lines looked for across the fleet, held against what each device's page shows. */
@Timeout(120)
@TestMethodOrder(MethodOrderer.OrderAnnotation.class)
class SearchStoryTest {
    private static final int PORT = DevicePorts.next();
    private static final List<String> DEVICES =
            List.of("ald-wall-1", "brkw-acc-1", "brkw-acc-2", "brkw-rtr-1", "mv-avocet-sw-1");

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(PORT).withoutReadings();
        engineer = server.as(Role.ENGINEER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.22\n127.20.1.2\n127.20.9.31\n127.20.21.11\n127.20.1.23\n");
        for (String name : DEVICES) engineer.copy(name);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** Every line of every configuration that holds the text, and no other. */
    @ParameterizedTest
    @ValueSource(strings = {"vlan 310", "VLAN", "port", "198.51.100", "open", "nothing like this", "100%_"})
    @Order(1)
    void findsEveryLineThatHoldsAText(String text) {
        List<String> expected = new ArrayList<>();
        for (String name : DEVICES) {
            String[] lines = engineer.get("/api/devices/" + name + "/revisions/1/masked")
                    .body()
                    .split("\n", -1);
            int hits = 0;
            for (int i = 0; i < lines.length && hits < 100; i++) {
                if (!lines[i].toLowerCase(Locale.ROOT).contains(text.toLowerCase(Locale.ROOT))) continue;
                expected.add(name + " " + i);
                hits++;
            }
        }
        JsonNode found = lines(text);
        assertThat(placesOf(found)).containsExactlyInAnyOrderElementsOf(expected);
        long devices =
                expected.stream().map(each -> each.split(" ")[0]).distinct().count();
        assertThat(found.get("devices").asLong()).isEqualTo(devices);
        assertThat(engineer.get("/api/search/lines.csv?text=" + encoded(text))
                        .body()
                        .lines()
                        .count())
                .isEqualTo(expected.size() + 1L);
    }

    @Test
    @Order(1)
    void findsByWhereALineStands() {
        assertThat(lines("flood-limit under port").at("/lines/0/path/0").asString())
                .startsWith("port 1/0/");
        assertThat(lines("flood-limit under gateway").get("lines")).isEmpty();
        JsonNode without = lines("port without text");
        for (JsonNode same : without.get("lines"))
            assertThat(same.get("text").asString()).startsWith("port ");
        assertThat(lines("address within 192.0.2.0/24").get("devices").asLong()).isPositive();
        assertThat(lines("/^log-server \\S+$/").get("devices").asLong()).isEqualTo(3);
    }

    @Test
    @Order(1)
    void saysWhatItCouldNotSearch() {
        JsonNode not = lines("vlan").get("notSearched");
        assertThat(not).hasSize(1);
        assertThat(not.at("/0/why").asString()).isEqualTo("NO_COPY");
        assertThat(not.at("/0/names/0").asString()).isEqualTo("brkw-acc-3");
        assertThat(engineer.get("/api/search/lines?text=vlan&query=" + encoded("name is brkw-acc-1"))
                        .json(200)
                        .get("devices")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    @Order(1)
    void findsWhatIsKeptBesideConfigurations() {
        JsonNode device = engineer.get("/api/devices/brkw-acc-1").json(200);
        for (JsonNode serial : device.findValues("serial"))
            assertThat(others(serial.asString())).singleElement().satisfies(found -> {
                assertThat(found.get("kind").asString()).isEqualTo("FACT");
                assertThat(found.at("/hits/0/device").asString()).isEqualTo("brkw-acc-1");
            });
        engineer.post(
                "/api/devices/brkw-acc-2/revisions/1/marks", Map.of("kind", "LABEL", "text", "Before 100%_ season"));
        assertThat(others("before 100%_ S").get(0).at("/hits/0/number").asInt()).isEqualTo(1);
        assertThat(others("before 100x_ S")).isEmpty();
        server.context().getBean(JdbcClient.class).sql("""
                        insert into device_table select id, 'MACS', now(), 1, concat_ws(chr(9), '310',
                        '02:00:5e:10:00:01', '1/0/3') from device where name = 'brkw-acc-1'
                        on conflict (device_id, kind) do update set rows = excluded.rows""").update();
        for (String written : List.of("02:00:5e:10:00:01", "0200.5e10.0001", "02005E100001")) {
            JsonNode hit = others(written).get(0).at("/hits/0");
            assertThat(hit.at("/cells/port").asString()).as(written).isEqualTo("1/0/3");
            assertThat(engineer.get("/api/search/others?text=" + written + "&query=" + encoded("name is brkw-acc-2"))
                            .json(200))
                    .isEmpty();
        }
    }

    private static JsonNode others(String text) {
        return engineer.get("/api/search/others?text=" + encoded(text)).json(200);
    }

    /** Neither those who may see them nor others find a secret by guessing at it. */
    @Test
    @Order(1)
    void secretsCannotBeLookedFor() {
        for (String secret :
                List.of(DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD, DemoFleet.PASSWORD.substring(0, 5))) {
            assertThat(lines(secret).get("devices").asInt()).as(secret).isZero();
            assertThat(past(secret)).as(secret).isEmpty();
        }
        assertThat(lines("secret").toString()).doesNotContain(DemoFleet.PASSWORD, DemoFleet.ADMIN_PASSWORD);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "  ", "/(/", "address within nowhere"})
    @Order(1)
    void saysWhatIsWrong(String text) {
        Api.Answer answer = engineer.get("/api/search/lines?text=" + encoded(text));
        assertThat(answer.status()).isEqualTo(400);
        assertThat(answer.json().get("field").asString()).isEqualTo("text");
    }

    @ParameterizedTest
    @ValueSource(strings = {"%00", "%F0%9F%90%9F", "'%3B--", "%5C", "%25", "_", "/(a*)*b/", "/.*/"})
    @Order(1)
    void strangeTextsAreHarmless(String text) {
        assertThat(engineer.get("/api/search/lines?text=" + text).status()).isIn(200, 400);
        assertThat(engineer.get("/api/search/past?text=" + text + text).status())
                .isIn(200, 400);
        assertThat(engineer.get("/api/search/others?text=" + text + text).status())
                .isIn(200, 400);
        assertThat(engineer.get("/api/search/lines?text=" + "x".repeat(201)).status())
                .isEqualTo(400);
    }

    /** The text that is searched moves with the configuration. */
    @Test
    @Order(2)
    void tellsWhenALineCameAndWhenItWent() {
        type("vlan 377 \"ice house\"", "account guest level view secret rope-ladder-3");
        assertThat(placesOf(lines("vlan 377"))).hasSize(1);
        assertThat(lines("rope-ladder").get("devices").asInt()).isZero();
        type("not vlan 377");
        assertThat(lines("vlan 377").get("devices").asInt()).isZero();
        JsonNode past = past("vlan 377");
        assertThat(past.findValuesAsString("kind")).containsExactly("REMOVED", "ADDED");
        assertThat(past.at("/0/who/actors/0/account").asString()).isEqualTo("m.oduya");
        assertThat(past.at("/1/after").asString()).isEqualTo("vlan 377 \"ice house\"");
        assertThat(past("guest").toString()).contains("account guest").doesNotContain("rope-ladder");
        assertThat(past("rope-ladder")).isEmpty();
    }

    /** What was no secret yesterday is one today: at once, not when all has been written anew. */
    @Test
    @Order(3)
    void whatBecomesASecretIsFoundNoMore() {
        assertThat(lines("ticket hall").get("devices").asInt()).isPositive();
        Api administrator = server.as(Role.ADMINISTRATOR);
        String yaml = Platforms.shippedText("corvane")
                .replace("secrets:\n", "secrets:\n  - pattern: '^vlan \\d+ \"(ticket hall)\"$'\n");
        assertThat(administrator
                        .put("/api/platforms/corvane", Map.of("yaml", yaml, "basedOn", 0))
                        .status())
                .isLessThan(300);
        assertThat(placesOf(lines("vlan 330 \"ticket hall\""))).isEmpty();
        ConfigTexts texts = server.context().getBean(ConfigTexts.class);
        TestServer.await(() -> texts.pass() == 0, "all is written anew");
        assertThat(lines("vlan 330").toString()).contains("vlan 330").doesNotContain("vlan 330 \\\"ticket hall");
        assertThat(lines("vlan 330").get("devices").asInt()).isPositive();
        // What came and went is masked anew too, and not lost.
        TestServer.await(() -> past("vlan 377").size() == 2, "the past is worked out anew");
        assertThat(past("ticket hall")).isEmpty();
    }

    /** What was kept before anybody worked out what was done is worked out later. */
    @Test
    @Order(4)
    void whatIsMissingOfThePastIsWorkedOut() {
        JdbcClient database = server.context().getBean(JdbcClient.class);
        database.sql("delete from revision_edit").update();
        database.sql("update revision set deed_digest = '', parts = '{}', part_count = 0")
                .update();
        assertThat(past("vlan 377")).isEmpty();
        RevisionEditPass pass = server.context().getBean(RevisionEditPass.class);
        TestServer.await(() -> pass.pass() == 0, "all is worked out");
        assertThat(past("vlan 377").findValuesAsString("kind")).containsExactly("REMOVED", "ADDED");
        assertThat(engineer.get("/api/history?query=" + encoded("name is brkw-acc-1"))
                        .json(200)
                        .at("/changes/0/parts/0")
                        .asString())
                .startsWith("vlan 377");
    }

    @Test
    @Order(5)
    void aRemovedDeviceIsFoundNoMore() {
        assertThat(lines("brkw-acc-2").get("devices").asInt()).isPositive();
        engineer.delete("/api/devices/brkw-acc-2");
        assertThat(placesOf(lines("brkw-acc-2"))).noneMatch(place -> place.startsWith("brkw-acc-2 "));
        assertThat(server.context()
                        .getBean(JdbcClient.class)
                        .sql("select count(*) from config_text")
                        .query(Long.class)
                        .single())
                .isEqualTo(4);
    }

    private static void type(String... lines) {
        server.standIn("brkw-acc-1").device().type(DemoFleet.PERSON, List.of(lines));
        assertThat(engineer.copy("brkw-acc-1")).isEqualTo("NEW_REVISION");
    }

    /** Of one device no more than a hundred lines are told: a page says so, and no file for programs is made of it. */
    @Test
    @Order(9)
    void whatIsNotAllIsNotTakenForAll() {
        StringBuilder many = new StringBuilder("name brkw-acc-3\n");
        for (int i = 1; i <= 150; i++) many.append("vlan ").append(i).append(" \"loft\"\n");
        Past.of(server, "brkw-acc-3", List.of(many.toString()));
        server.context().getBean(ConfigTexts.class).pass();
        JsonNode found = lines("loft");
        assertThat(placesOf(found)).hasSize(100);
        assertThat(found.get("lack").asString()).isEqualTo("Of brkw-acc-3 only the first 100 lines are told.");
        assertThat(engineer.get("/api/search/lines.csv?text=loft").json(422).get("detail"))
                .isEqualTo(found.get("lack"));
        assertThat(engineer.get("/api/search/lines.pdf?text=loft").status()).isEqualTo(200);
        assertThat(lines("vlan 77 ").has("lack")).isFalse();
    }

    private static JsonNode lines(String text) {
        return engineer.get("/api/search/lines?text=" + encoded(text)).json(200);
    }

    private static JsonNode past(String text) {
        return engineer.get("/api/search/past?text=" + encoded(text)).json(200);
    }

    private static List<String> placesOf(JsonNode found) {
        List<String> places = new ArrayList<>();
        found.get("lines")
                .forEach(same -> same.get("places")
                        .forEach(place -> places.add(place.get("device").asString() + " " + place.get("line"))));
        return places;
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }
}

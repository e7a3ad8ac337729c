package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.answer.Answer;
import chaperone.core.query.Field;
import chaperone.core.query.Query;
import chaperone.core.query.QueryAnswer;
import chaperone.core.query.QueryAnswer.Facts;
import chaperone.core.query.QueryWriter;
import chaperone.server.account.Role;
import chaperone.server.callable.CallRules;
import chaperone.server.fleet.AnswerAgeing;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.IntStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

/** The query language at a generated fleet: what the database answers is what the rule in the core answers. */
class QueryApiTest {
    /** All of them in the thorough run. */
    private static final int QUERIES = Integer.getInteger("queries", 50);

    private static TestServer server;
    private static Api engineer;

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        GeneratedFleet.fill(server.context().getBean(JdbcClient.class), server.credentialSet(), new Random(20261123));
        server.context().getBean(AnswerAgeing.class).pass();
        engineer.put("/api/sites/cairn-point", Map.of("name", "Cairn Point", "parent", "-nderholm"));
        engineer.put("/api/sites/brackwater", Map.of("name", "Brackwater", "parent", "cairn-point"));
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    @Test
    void theDatabaseAnswersAsTheRuleDoes() {
        JsonNode devices = engineer.get("/api/devices?size=500").json(200).get("devices");
        Random random = new Random(4);
        int meant = 0;
        for (int i = 0; i < QUERIES; i++) {
            Query query = GeneratedFleet.query(random, 3);
            List<String> expected = new ArrayList<>();
            for (JsonNode device : devices) {
                if (QueryAnswer.means(query, facts(device), Instant.now())) expected.add(name(device));
            }
            List<String> found = new ArrayList<>();
            ask(QueryWriter.write(query)).get("devices").forEach(device -> found.add(name(device)));
            assertThat(found).as(QueryWriter.write(query)).containsExactlyInAnyOrderElementsOf(expected);
            if (!expected.isEmpty() && expected.size() < GeneratedFleet.DEVICES) meant++;
        }
        assertThat(meant).as("queries that tell devices apart").isGreaterThan(QUERIES / 3);
    }

    /** Brackwater lies in Cairn Point, which lies in Ünderholm: see where the devices are made. */
    private static List<String> lineage(String site) {
        List<String> outwards = List.of("Brackwater", "Cairn Point", "Ünderholm");
        int start = outwards.indexOf(site);
        return start < 0 ? List.of(site) : outwards.subList(start, outwards.size());
    }

    private static Facts facts(JsonNode device) {
        return new Facts() {
            @Override
            public List<String> texts(Field field) {
                String key = field == Field.ADDRESS ? "host" : field.word();
                if (field == Field.SITE) return lineage(device.get(key).asString());
                if (field != Field.TAG) return List.of(device.get(key).asString());
                List<String> tags = new ArrayList<>();
                device.get("tags").forEach(tag -> tags.add(tag.asString()));
                return tags;
            }

            @Override
            public Answer.Kind answer(Field field) {
                return Answer.Kind.valueOf(
                        device.get("answers").get(field.word()).get("kind").asString());
            }

            @Override
            public Optional<Instant> moment(Field field) {
                String key = field == Field.COPIED ? "lastCopyAt" : "changedAt";
                return Optional.ofNullable(device.get(key))
                        .map(JsonNode::asString)
                        .map(Instant::parse);
            }
        };
    }

    private static String name(JsonNode device) {
        return device.get("name").asString();
    }

    private static JsonNode ask(String query) {
        return engineer.get("/api/devices?size=500&query=" + encoded(query)).json(200);
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    @Test
    void sitesLieInOneAnotherButNeverInThemselves() {
        assertThat(engineer.put("/api/sites/cairn-point", Map.of("name", "Cairn Point", "parent", "brackwater"))
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("site-in-itself");
        assertThat(engineer.put("/api/sites/another", Map.of("name", "BRACKWATER"))
                        .json(409)
                        .get("code")
                        .asString())
                .isEqualTo("name-taken");
        assertThat(engineer.delete("/api/sites/cairn-point")
                        .json(409)
                        .get("detail")
                        .asString())
                .contains("Other sites");
        assertThat(engineer.put("/api/sites/jetty-3", Map.of("name", "Jetty 3")).status())
                .isEqualTo(204);
        assertThat(engineer.delete("/api/sites/jetty-3").status()).isEqualTo(200);
        assertThat(engineer.put("/api/sites/Jetty%203", Map.of("name", "Jetty 3"))
                        .status())
                .isEqualTo(400);
    }

    @Test
    void facetsCountAsOneWouldByHand() {
        JsonNode page = engineer.get("/api/devices?size=500").json(200);
        for (String facet : List.of("site", "role", "release", "platform")) {
            Map<String, Long> counted = new TreeMap<>();
            page.get("devices")
                    .forEach(device -> counted.merge(device.get(facet).asString(), 1L, Long::sum));
            Map<String, Long> told = new TreeMap<>();
            page.get(facet + "s")
                    .forEach(count -> told.put(
                            count.get("value").asString(), count.get("devices").asLong()));
            assertThat(told).as(facet).isEqualTo(counted);
        }
        assertThat(page.get("all").asInt()).isEqualTo(GeneratedFleet.DEVICES);
    }

    @Test
    void aViewIsOnesOwn() {
        Api other = server.as(Role.VIEWER);
        engineer.put("/api/fleet-views/quay%20night", Map.of("address", "role=core&sort=-changed"));
        assertThat(engineer.get("/api/fleet-views")
                        .json(200)
                        .get(0)
                        .get("address")
                        .asString())
                .isEqualTo("role=core&sort=-changed");
        assertThat(other.get("/api/fleet-views").json(200)).isEmpty();
        assertThat(engineer.delete("/api/fleet-views/quay%20night").status()).isEqualTo(200);
        assertThat(engineer.delete("/api/fleet-views/quay%20night").status()).isEqualTo(404);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"role is core and (|18|0|missing", "colour is red|0|6|No field"})
    void aMistakeNamesItsPlace(String query, int position, int length, String detail) {
        JsonNode problem = engineer.get("/api/devices?query=" + encoded(query)).json(400);
        assertThat(problem.get("code").asString()).isEqualTo("query");
        assertThat(problem.get("detail").asString()).contains(detail);
        assertThat(problem.get("position").asInt()).isEqualTo(position);
        assertThat(problem.get("length").asInt()).isEqualTo(length);
        engineer.get("/api/devices.csv?query=" + encoded(query)).json(400);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"site=|site is none", "role=&role=core|role is none, core", "tag=x,y|tag is \"x,y\""})
    void aChosenValueIsTakenAsItIs(String choice, String query) {
        JsonNode chosen = engineer.get("/api/devices?size=500&" + choice).json(200);
        assertThat(chosen.get("devices")).isEqualTo(ask(query).get("devices"));
        assertThat(chosen.get("matching").asInt()).isLessThan(GeneratedFleet.DEVICES);
    }

    @Test
    void valuesOfTheFleetAreOffered() {
        String text = "role is core and site is ";
        JsonNode help = engineer.get("/api/query-help?cursor=" + text.length() + "&query=" + encoded(text))
                .json(200);
        assertThat(help.get("options")).hasToString("[\"Brackwater\",\"\\\"Cairn Point\\\"\",\"Ünderholm\",\"none\"]");
    }

    @Test
    void theTableHoldsWhatTheListShows() throws Exception {
        Api.Answer answer = engineer.get("/api/devices.csv?query=role%20is%20core&sort=name");
        assertThat(answer.raw().headers().firstValue("content-disposition").orElseThrow())
                .contains("fleet.csv");
        List<CSVRecord> rows = CSVParser.parse(
                        answer.body(),
                        CSVFormat.RFC4180
                                .builder()
                                .setHeader()
                                .setSkipHeaderRecord(true)
                                .get())
                .getRecords();
        JsonNode devices = engineer.get("/api/devices?query=role%20is%20core&sort=name&size=500")
                .json(200)
                .get("devices");
        assertThat(rows.stream().map(row -> row.get("name")))
                .containsExactlyElementsOf(IntStream.range(0, devices.size())
                        .mapToObj(i -> name(devices.get(i)))
                        .toList());
        assertThat(rows).allSatisfy(row -> assertThat(row.get("role")).isEqualTo("core"));
    }

    @Test
    void manyDevicesAreEditedAtOnceOrNone() {
        List<String> names = new ArrayList<>();
        ask("serial is S11, S12, S13").get("devices").forEach(device -> names.add(name(device)));
        assertThat(names).hasSize(3);
        Map<String, Object> wish =
                Map.of("devices", names, "site", "Cairn Point", "role", "spare", "addTags", List.of("winter"));
        assertThat(engineer.post("/api/devices/edit", wish).status()).isEqualTo(200);
        assertThat(ask("tag is winter and role is spare and site is \"Cairn Point\"")
                        .get("devices"))
                .hasSize(3);

        Map<String, Object> wrong = Map.of("devices", List.of(names.get(0), "nobody"), "role", "lost");
        assertThat(engineer.post("/api/devices/edit", wrong)
                        .json(404)
                        .get("detail")
                        .asString())
                .contains("nobody");
        assertThat(ask("role is lost").get("devices")).isEmpty();

        Map<String, Object> back = Map.of("devices", names, "removeTags", List.of("winter"), "site", "");
        assertThat(engineer.post("/api/devices/edit", back).status()).isEqualTo(200);
        assertThat(ask("tag is winter").get("devices")).isEmpty();
        assertThat(ask("site is none and role is spare").get("devices")).hasSize(3);
    }

    @Test
    void anEditIsUndoneButForWhatWasEditedAgain() {
        List<String> names = new ArrayList<>();
        ask("serial is S21, S22, S23").get("devices").forEach(device -> names.add(name(device)));
        List<String> before = names.stream().map(QueryApiTest::said).toList();
        long edit = edited(Map.of(
                "devices",
                names,
                "site",
                "Brackwater",
                "role",
                "lent",
                "addTags",
                List.of("lent"),
                "removeTags",
                GeneratedFleet.TAGS));
        String again = names.get(1);
        edited(Map.of("devices", List.of(again), "role", "kept", "addTags", List.of("later")));
        JsonNode undone =
                engineer.post("/api/fleet-edits/" + edit + "/undo", Map.of()).json(200);
        assertThat(undone.get("devices").asInt()).isEqualTo(3);
        assertThat(undone.get("left")).hasSize(1);
        assertThat(undone.get("left").get(0).asString()).isEqualTo(again);
        assertThat(said(names.get(0))).isEqualTo(before.get(0));
        assertThat(said(names.get(2))).isEqualTo(before.get(2));
        assertThat(said(again)).contains("kept").contains("later").doesNotContain("lent");
        assertThat(engineer.post("/api/fleet-edits/" + edit + "/undo", Map.of()).status())
                .as("once only")
                .isEqualTo(409);
        JsonNode listed = engineer.get("/api/fleet-edits").json(200);
        assertThat(listed.get(1).get("undoneBy").asString()).isEqualTo("engineer");
        assertThat(listed.get(1).get("words").asString()).contains("role \"lent\"");
        assertThat(listed.get(0).has("undoneBy")).isFalse();
    }

    /** All of them or none; and what is reached otherwise is reached as before again. */
    @Test
    void howDevicesAreReachedIsEditedAndTakenBack() {
        List<String> names = new ArrayList<>();
        ask("serial is S31, S32, S33").get("devices").forEach(device -> names.add(name(device)));
        List<String> before = names.stream().map(QueryApiTest::reach).toList();
        server.context()
                .getBean(CallRules.class)
                .allow(new CallRules.Rule("192.0.2.0/24", Set.of(2200, 2201, 2202), ""));
        long edit = edited(Map.of("devices", names, "port", 2200, "platform", "altamont", "telnetAllowed", true));
        names.forEach(name -> assertThat(reach(name)).endsWith(" 2200 altamont true"));
        assertThat(engineer.get("/api/devices/" + names.get(0) + "/events?kinds=ADDRESS")
                        .json(200)
                        .get("events"))
                .hasSize(1);

        String host = reach(names.get(0)).split(" ")[0];
        assertThat(engineer.put("/api/devices/" + names.get(1) + "/address", Map.of("host", host, "port", 2201))
                        .status())
                .isEqualTo(204);
        Map<String, Object> both = Map.of("devices", names, "port", 2202, "role", "nowhere");
        assertThat(engineer.post("/api/devices/edit", both)
                        .json(409)
                        .get("detail")
                        .asString())
                .contains(names.get(0))
                .contains(names.get(1))
                .contains(host + ":2202");
        assertThat(engineer.post("/api/devices/edit", Map.of("devices", names, "port", 2203))
                        .json(422)
                        .get("detail")
                        .asString())
                .contains("port 2203 is not among the ports");
        assertThat(ask("role is nowhere").get("devices")).isEmpty();
        assertThat(engineer.post("/api/devices/edit", Map.of("devices", names, "platform", "no such"))
                        .status())
                .isEqualTo(404);

        JsonNode undone =
                engineer.post("/api/fleet-edits/" + edit + "/undo", Map.of()).json(200);
        assertThat(undone.get("left")).hasSize(1);
        assertThat(reach(names.get(0))).isEqualTo(before.get(0));
        assertThat(reach(names.get(2))).isEqualTo(before.get(2));
        assertThat(reach(names.get(1)))
                .as("all but the port, which was edited again")
                .isEqualTo(before.get(1).replaceFirst("^\\S+ \\S+", host + " 2201"));
    }

    private static String reach(String name) {
        JsonNode device = engineer.get("/api/devices/" + name).json(200).get("device");
        return String.join(
                " ",
                device.get("host").asString(),
                device.get("port").toString(),
                device.get("platform").asString(),
                device.get("telnetAllowed").toString());
    }

    private static long edited(Map<String, Object> wish) {
        return engineer.post("/api/devices/edit", wish).json(200).get("edit").asLong();
    }

    private static String said(String name) {
        JsonNode device = engineer.get("/api/devices/" + name).json(200).get("device");
        return device.get("site") + " " + device.get("role") + " " + device.get("tags");
    }

    /** Whatever is chosen, a count says how many would be shown if its value were chosen instead. */
    @Test
    void theCountsBesideTheFilterAreThoseOfWhatWouldBeShown() {
        Map<String, String> lists =
                Map.of("site", "sites", "role", "roles", "release", "releases", "platform", "platforms", "tag", "tags");
        Random random = new Random(11);
        for (int round = 0; round < 12; round++) {
            String query = round % 3 == 0 ? "" : QueryWriter.write(GeneratedFleet.query(random, 1));
            JsonNode whole = engineer.get("/api/devices?size=1").json(200);
            Map<String, String> chosen = new HashMap<>();
            for (String fact : lists.keySet()) {
                JsonNode values = whole.get(lists.get(fact));
                if (random.nextInt(3) == 0 && !values.isEmpty()) {
                    chosen.put(
                            fact,
                            values.get(random.nextInt(values.size()))
                                    .get("value")
                                    .asString());
                }
            }
            JsonNode page = page(query, chosen);
            for (String fact : lists.keySet()) {
                JsonNode counts = page.get(lists.get(fact));
                if (counts.isEmpty()) continue;
                JsonNode one = counts.get(random.nextInt(counts.size()));
                Map<String, String> instead = new HashMap<>(chosen);
                instead.put(fact, one.get("value").asString());
                assertThat(one.get("devices").asLong())
                        .as(query + " " + instead)
                        .isEqualTo(page(query, instead).get("matching").asLong());
            }
        }
    }

    private static JsonNode page(String query, Map<String, String> chosen) {
        StringBuilder path = new StringBuilder("/api/devices?size=1&query=").append(encoded(query));
        chosen.forEach(
                (fact, value) -> path.append('&').append(fact).append('=').append(encoded(value)));
        return engineer.get(path.toString()).json(200);
    }

    @Test
    void aGroupMeansWhatItsQueryMeansNow() {
        save("old", "release below 4.9 and (role is core)", 204);
        save("All old quays", "group is Old and model has quay", 204);
        save("old", "release below 4.9 or group is \"all old quays\"", 400);
        save("three", "serial is S21, S22, S23", 204);
        assertThat(ask("group is \"all old QUAYS\"").get("devices"))
                .isEqualTo(ask("release below 4.9 and role is core and model has quay")
                        .get("devices"));
        assertThat(ask("group is three and not group is old, \"all old quays\"").get("devices"))
                .isEqualTo(ask("serial is S21, S22, S23 and not (release below 4.9 and role is core)")
                        .get("devices"));

        JsonNode groups = engineer.get("/api/groups").json(200);
        assertThat(groups.get(1).get("query").asString()).isEqualTo("release below 4.9 and role is core");
        assertThat(groups.get(2).get("devices").asInt()).isEqualTo(3);
        JsonNode unknown = engineer.get("/api/devices?query=" + encoded("x or group is nobody"))
                .json(400);
        assertThat(unknown.get("position").asInt()).isEqualTo(14);

        assertThat(engineer.delete("/api/groups/Old").json(409).get("detail").asString())
                .contains("All old quays");
        for (String name : List.of("All%20old%20quays", "old", "three")) {
            assertThat(engineer.delete("/api/groups/" + name).status()).isEqualTo(200);
        }
        assertThat(engineer.get("/api/groups").json(200)).isEmpty();
    }

    private static void save(String name, String query, int status) {
        Api.Answer answer = engineer.put("/api/groups/" + name.replace(" ", "%20"), Map.of("query", query, "note", ""));
        assertThat(answer.status()).as(answer.body()).isEqualTo(status);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "a,b<", " x", "-", "0123456789012345678901234567890123456789x"})
    void aTagIsAWord(String tag) {
        Map<String, Object> wish = Map.of("devices", List.of("sw-1"), "addTags", List.of(tag));
        assertThat(engineer.post("/api/devices/edit", wish).status()).isEqualTo(400);
    }
}

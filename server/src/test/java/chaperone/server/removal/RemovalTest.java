package chaperone.server.removal;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.account.Role;
import chaperone.server.content.Contents;
import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

/** Whatever can be removed and put back is afterwards as it was before, to everybody who looks. */
class RemovalTest {
    private static final Map<String, String> PAIR = Map.of("first", "brkw-acc-1", "second", "brkw-acc-2");
    private static final String PAIR_QUERY = "/api/pairs?first=brkw-acc-2&second=brkw-acc-1";

    private static TestServer server;
    private static Api engineer;
    private static Api viewer;

    /** @param looks at what the thing changes */
    record Thing(String kind, Runnable make, String remove, List<String> looks) {
        @Override
        public String toString() {
            return kind;
        }
    }

    @BeforeAll
    static void start() {
        server = TestServer.start(DevicePorts.next());
        engineer = server.as(Role.ENGINEER);
        viewer = server.as(Role.VIEWER);
        server.bringIn(engineer, "127.20.1.21\n127.20.1.22\n");
        engineer.copy("brkw-acc-1");
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    static Stream<Thing> things() {
        return Stream.of(
                new Thing(
                        "GROUP",
                        () -> put("/api/groups/kiosks", Map.of("query", "name has acc", "note", "at the quay")),
                        "/api/groups/kiosks",
                        List.of("/api/groups")),
                new Thing(
                        "VIEW",
                        () -> put("/api/fleet-views/mine", Map.of("address", "query=x")),
                        "/api/fleet-views/mine",
                        List.of("/api/fleet-views")),
                new Thing(
                        "ROUTINE",
                        RemovalTest::routineThatRan,
                        "/api/routines/nightly",
                        List.of("/api/routines", "/api/routines/nightly/runs")),
                new Thing(
                        "READING_PLAN",
                        RemovalTest::plan,
                        "/api/reading-plans?group=planned",
                        List.of("/api/reading-plans")),
                new Thing(
                        "SITE",
                        () -> {
                            put("/api/sites/harbour", Map.of("name", "Harbour"));
                            put("/api/sites/jetty", Map.of("name", "Jetty", "parent", "harbour"));
                        },
                        "/api/sites/jetty",
                        List.of("/api/sites")),
                new Thing(
                        "STANDARD",
                        RemovalTest::published,
                        "/api/standards/access",
                        List.of("/api/standards", "/api/standards/access", "/api/standards/access/heat")),
                new Thing(
                        "TEMPLATE",
                        () -> put(
                                "/api/templates/banner",
                                Map.of(
                                        "reason",
                                        "",
                                        "fields",
                                        List.of(),
                                        "variants",
                                        Map.of("corvane", "banner hello"))),
                        "/api/templates/banner",
                        List.of("/api/templates", "/api/templates/banner")),
                new Thing(
                        "MAP_PLACES",
                        () -> {
                            place("Brackwater", 10);
                            place("Dunsay", -30);
                        },
                        "/api/map/places",
                        List.of("/api/map")),
                new Thing("PAIR", () -> put("/api/pairs", PAIR), PAIR_QUERY, List.of("/api/pairs", "/api/map")));
    }

    @ParameterizedTest
    @MethodSource("things")
    void isAsItWas(Thing thing) {
        thing.make().run();
        List<JsonNode> before = look(thing.looks());
        long removal = removed(engineer.delete(thing.remove()));
        assertThat(look(thing.looks())).as("it is gone").isNotEqualTo(before);
        assertThat(listed(removal).get("kind").asString()).isEqualTo(thing.kind());
        undo(engineer, removal, 204);
        assertThat(look(thing.looks())).isEqualTo(before);
        assertThat(listed(removal).get("undoneBy").asString()).isNotEmpty();
        assertThat(undo(engineer, removal, 409).get("code").asString()).isEqualTo("undone-before");
        removed(engineer.delete(thing.remove()));
    }

    /** What belongs to a thing comes back with it: here who has read the note. */
    @Test
    void aNoteComesBackToWhereItWasAndToWhoHasReadIt() {
        Map<String, Object> note = Map.of("site", "", "x", 10, "y", -20, "text", "power works");
        long id = engineer.post("/api/map/notes", note).json(201).get("id").asLong();
        viewer.post("/api/map/notes/" + id + "/seen", Map.of());
        JsonNode before = viewer.get("/api/map").json(200);
        undo(engineer, removed(engineer.delete("/api/map/notes/" + id)), 204);
        assertThat(viewer.get("/api/map").json(200)).isEqualTo(before);
    }

    @Test
    void whatWasWrittenToARevisionComesBack() {
        String marks = "/api/devices/brkw-acc-1/revisions/1/marks";
        long id = engineer.post(marks, Map.of("kind", "LABEL", "text", "before the storm"))
                .json(201)
                .get("id")
                .asLong();
        JsonNode before = engineer.get("/api/devices/brkw-acc-1/revisions").json(200);
        undo(engineer, removed(engineer.delete(marks + "/" + id)), 204);
        assertThat(engineer.get("/api/devices/brkw-acc-1/revisions").json(200)).isEqualTo(before);
    }

    @Test
    void aMoveOnTheMapTakesBackNothingElse() {
        place("Brackwater", 1);
        JsonNode before = engineer.get("/api/map").json(200);
        long first = place("Brackwater", 2);
        place("Dunsay", 5);
        undo(engineer, first, 204);
        JsonNode after = engineer.get("/api/map").json(200).get("places");
        assertThat(after.findValues("x").stream().map(JsonNode::asDouble)).containsExactlyInAnyOrder(1.0, 5.0);
        engineer.delete("/api/map/places");
        assertThat(before.get("places")).hasSize(1);
    }

    @Test
    void whatTookItsPlaceStays() {
        put("/api/groups/taken", Map.of("query", "name has acc", "note", ""));
        long removal = removed(engineer.delete("/api/groups/taken"));
        put("/api/groups/Taken", Map.of("query", "name has core", "note", ""));
        JsonNode refused = undo(engineer, removal, 409);
        assertThat(refused.get("detail").asString()).contains("group \"taken\"").contains("place");
        assertThat(engineer.get("/api/groups").json(200).findValuesAsString("query"))
                .contains("name has core");
        assertThat(listed(removal).hasNonNull("undoneBy")).isFalse();
        engineer.delete("/api/groups/Taken");
        undo(engineer, removal, 204);
    }

    @Test
    void aGroupThatIsUsedNamesItsUsers() {
        put("/api/groups/used", Map.of("query", "name has acc", "note", ""));
        put("/api/groups/outer", Map.of("query", "group is used and name has 1", "note", ""));
        put("/api/routines/of-used", routine("group is USED"));
        put("/api/standards/of-used", standard("group is used"));
        put("/api/reading-plans?group=used", PLAN);
        JsonNode refused = engineer.delete("/api/groups/used").json(409);
        assertThat(refused.get("detail").asString())
                .contains("the group \"outer\"")
                .contains("the routine \"of-used\"")
                .contains("clause tidy of the standard \"of-used\"")
                .contains("how often its devices are looked at");
        for (String each : List.of("groups/outer", "routines/of-used", "standards/of-used", "reading-plans?group=used"))
            removed(engineer.delete("/api/" + each));
        removed(engineer.delete("/api/groups/used"));
    }

    @Test
    void aViewerPutsBackItsOwnViewsAndNothingElse() {
        assertThat(viewer.put("/api/fleet-views/watched", Map.of("address", "query=y"))
                        .status())
                .isEqualTo(204);
        long own = removed(viewer.delete("/api/fleet-views/watched"));
        put("/api/groups/gone", Map.of("query", "name has acc", "note", ""));
        long others = removed(engineer.delete("/api/groups/gone"));
        assertThat(viewer.get("/api/removals").json(200).findValuesAsString("kind"))
                .containsExactly("VIEW");
        undo(viewer, others, 404);
        undo(engineer, own, 404);
        undo(viewer, own, 204);
        assertThat(viewer.get("/api/fleet-views").json(200).findValuesAsString("name"))
                .containsExactly("watched");
        undo(engineer, 999_999, 404);
    }

    /** Its past, its facts, its tables, its marks and what is found of it: all that anybody can see of it. */
    @Test
    void aDeviceComesBackWithItsWholePast() {
        put("/api/pairs", PAIR);
        engineer.post("/api/devices/brkw-acc-1/revisions/1/marks", Map.of("kind", "NOTE", "text", "as delivered"))
                .json(201);
        List<String> looks = List.of(
                "/api/devices",
                "/api/devices/brkw-acc-1",
                "/api/devices/brkw-acc-1/revisions",
                "/api/devices/brkw-acc-1/revisions/1/lines",
                "/api/devices/brkw-acc-1/events",
                "/api/pairs");
        List<JsonNode> before = look(looks);
        long removal =
                removed(engineer.post("/api/devices/remove", Map.of("devices", List.of("brkw-acc-1", "brkw-acc-2"))));
        assertThat(engineer.get("/api/devices").json(200).get("devices")).isEmpty();
        // By night contents go to which nothing points; those of what can be put back stay.
        Contents contents = server.context().getBean(Contents.class);
        contents.packsWithLeftovers().forEach(contents::dropLeftovers);
        undo(engineer, removal, 204);
        assertThat(look(looks)).isEqualTo(before);
        assertThat(engineer.copy("brkw-acc-1")).isEqualTo("NOTHING_NEW");
        removed(engineer.delete(PAIR_QUERY));
    }

    @Test
    void ofSeveralDevicesAllGoOrNone() {
        JsonNode refused = engineer.post("/api/devices/remove", Map.of("devices", List.of("brkw-acc-1", "nobody")))
                .json(404);
        assertThat(refused.get("detail").asString()).contains("nobody");
        assertThat(engineer.get("/api/devices/brkw-acc-1").status()).isEqualTo(200);
        assertThat(engineer.post("/api/devices/remove", Map.of("devices", List.of()))
                        .status())
                .isEqualTo(400);
    }

    private static final Map<String, Object> PLAN =
            Map.of("everyMinutes", 60, "fullAfterHours", 24, "tablesEveryMinutes", 60, "on", true);

    private static void plan() {
        put("/api/groups/planned", Map.of("query", "name has acc", "note", ""));
        put("/api/reading-plans?group=planned", PLAN);
    }

    private static Map<String, Object> routine(String query) {
        return Map.of(
                "rule",
                "daily 02:30",
                "zone",
                "UTC",
                "query",
                query,
                "devices",
                List.of(),
                "missed",
                "SKIP",
                "on",
                false);
    }

    private static void routineThatRan() {
        put("/api/routines/nightly", routine("name is brkw-acc-1"));
        JsonNode run = engineer.post("/api/routines/nightly/run", Map.of()).json(200);
        engineer.awaitJob(run.get("job").asLong());
    }

    private static Map<String, Object> standard(String scope) {
        return Map.of(
                "clauses",
                List.of(Map.ofEntries(
                        Map.entry("tag", "tidy"),
                        Map.entry("reason", "for order"),
                        Map.entry("platform", "corvane"),
                        Map.entry("scope", scope),
                        Map.entry("binding", "ADVISE"),
                        Map.entry("kind", "GOLDEN"),
                        Map.entry("text", "logging host 192.0.2.77"))),
                "values",
                Map.of());
    }

    private static void published() {
        put("/api/standards/access", standard(""));
        engineer.post("/api/standards/access/publish", Map.of()).json(200);
        engineer.await(
                "/api/standards/access/heat",
                heat -> !heat.at("/rows/0/failing").isEmpty());
    }

    private static long place(String site, int x) {
        Map<String, Object> place = Map.of("kind", "SITE", "name", site, "x", x, "y", 0);
        return removed(engineer.put("/api/map/places", Map.of("places", List.of(place))));
    }

    private static void put(String path, Object body) {
        Api.Answer answer = engineer.put(path, body);
        assertThat(answer.status()).as(path + ": " + answer.body()).isBetween(200, 204);
    }

    private static long removed(Api.Answer answer) {
        return answer.json(200).get("removal").asLong();
    }

    private static JsonNode undo(Api who, long removal, int status) {
        Api.Answer answer = who.post("/api/removals/" + removal + "/undo", Map.of());
        assertThat(answer.status()).as(answer.body()).isEqualTo(status);
        return status == 204 ? null : answer.json();
    }

    private static List<JsonNode> look(List<String> paths) {
        return paths.stream().map(path -> engineer.get(path).json()).toList();
    }

    private static JsonNode listed(long removal) {
        return engineer.get("/api/removals")
                .json(200)
                .valueStream()
                .filter(each -> each.get("id").asLong() == removal)
                .findFirst()
                .orElseThrow();
    }
}

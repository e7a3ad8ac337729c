package chaperone.server;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.TestServer;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** The demo's network as a drawing: links, pairs, places, notes. */
@Timeout(180)
class MapApiTest {
    private static TestServer server;
    private static Api engineer;
    private static Api viewer;

    @BeforeAll
    static void start() {
        server = TestServer.startDemo(DevicePorts.next());
        engineer = new Api(server.address()).logIn("r.anand", "demo-engineer");
        viewer = new Api(server.address()).logIn("watch", "demo-viewer");
        engineer.awaitJob(1);
    }

    @AfterAll
    static void stop() {
        server.close();
    }

    /** Against a look at every table of every device, by the digits alone. */
    @Test
    void aMacAddressIsFoundWhereverItWasSeen() {
        Map<String, Set<String>> rows = new TreeMap<>();
        viewer.get("/api/map").json(200).get("devices").forEach(device -> {
            String name = device.get("name").asString();
            viewer.get("/api/devices/" + name + "/tables").json(200).forEach(table -> {
                int column = table.get("columns")
                        .valueStream()
                        .map(JsonNode::asString)
                        .toList()
                        .indexOf("mac");
                if (column < 0) return;
                table.get("rows")
                        .forEach(row -> rows.computeIfAbsent(
                                        row.get(column)
                                                .asString()
                                                .toLowerCase(Locale.ROOT)
                                                .replaceAll("[^0-9a-f]", ""),
                                        digits -> new TreeSet<>())
                                .add(name + " " + table.get("kind").asString() + " " + row));
            });
        });
        assertThat(rows).hasSizeGreaterThan(5);
        rows.entrySet().stream().limit(40).forEach(entry -> {
            String grouped = entry.getKey().replaceAll("(....)(?=.)", "$1.").toUpperCase(Locale.ROOT);
            Set<String> found = new TreeSet<>();
            viewer.get("/api/mac-places?size=200&address=" + grouped)
                    .json(200)
                    .forEach(place -> found.add(place.get("device").asString() + " "
                            + place.get("kind").asString() + " "
                            + place.get("cells").valueStream().toList()));
            assertThat(found)
                    .as(grouped)
                    .map(MapApiTest::plain)
                    .isEqualTo(entry.getValue().stream().map(MapApiTest::plain).toList());
        });
        assertThat(viewer.get("/api/mac-places?address=02:00")
                        .json(400)
                        .get("detail")
                        .asString())
                .contains("02:00");
    }

    private static String plain(String row) {
        return row.replaceAll("[\\[\\]\" ]", "");
    }

    @Test
    void linksAreThoseThatTheStandInsHave() {
        JsonNode map = viewer.get("/api/map").json(200);
        assertThat(map.get("devices")).hasSize(49);
        Set<String> drawn = new HashSet<>();
        map.get("links").forEach(link -> {
            drawn.add(end(link, "near") + "=" + end(link, "far"));
            drawn.add(end(link, "far") + "=" + end(link, "near"));
        });
        Set<String> known = new HashSet<>();
        map.get("devices").forEach(device -> known.add(device.get("name").asString()));
        int expected = 0;
        for (String name : known) {
            for (var neighbour :
                    server.standIn(name).device().chassis().neighbourhood().neighbours()) {
                if (!known.contains(neighbour.name())) continue;
                expected++;
                assertThat(drawn)
                        .contains(name + " " + neighbour.port() + "=" + neighbour.name() + " " + neighbour.farPort());
            }
        }
        assertThat(expected).isGreaterThan(40);
    }

    private static String end(JsonNode link, String side) {
        return link.get(side).asString() + " " + link.get(side + "Port").asString();
    }

    @Test
    void pairsAreProposedDecidedAndShown() {
        JsonNode before = engineer.get("/api/pairs").json(200).get("proposals");
        assertThat(before).isNotEmpty();
        assertThat(before.findValuesAsString("first"))
                .contains("cairn-core-1", "duns-core-1")
                .as("access switches below the same two")
                .doesNotContain("cairn-acc-1");
        Map<String, String> cores = Map.of("first", "cairn-core-1", "second", "cairn-core-2");
        assertThat(engineer.put("/api/pairs", cores).status()).isEqualTo(204);
        assertThat(engineer.put("/api/pairs", Map.of("first", "cairn-core-2", "second", "cairn-acc-1"))
                        .status())
                .isEqualTo(409);
        assertThat(engineer.put("/api/pairs", Map.of("first", "duns-core-1", "second", "duns-core-1"))
                        .status())
                .isEqualTo(409);
        assertThat(engineer.get("/api/devices/cairn-core-2")
                        .json(200)
                        .get("device")
                        .get("pair")
                        .asString())
                .isEqualTo("cairn-core-1");
        assertThat(engineer.delete("/api/pairs?first=duns-core-1&second=duns-core-2")
                        .status())
                .isEqualTo(200);
        JsonNode after = engineer.get("/api/pairs").json(200);
        assertThat(after.get("proposals").findValuesAsString("first")).doesNotContain("cairn-core-1", "duns-core-1");
        assertThat(after.get("refused").toString()).isEqualTo("[[\"duns-core-1\",\"duns-core-2\"]]");
        engineer.delete("/api/pairs?first=cairn-core-1&second=cairn-core-2");
        assertThat(engineer.get("/api/pairs").json(200).get("pairs").findValuesAsString("first"))
                .as("those that the demo begins with")
                .containsExactlyInAnyOrder("brkw-core-1", "ald-rtr-1");
        assertThat(engineer.get("/api/map").json(200).get("pairs").findValuesAsString("second"))
                .containsExactlyInAnyOrder("brkw-core-2", "ald-rtr-2");
    }

    @Test
    void aNoteIsNewUntilItWasSeen() {
        Map<String, Object> note = Map.of("site", "", "x", 10, "y", -20, "text", " power works on Tuesday ");
        long id = engineer.post("/api/map/notes", note).json(201).get("id").asLong();
        assertThat(noteFor(engineer, id).get("isNew").asBoolean()).isFalse();
        assertThat(noteFor(viewer, id).get("isNew").asBoolean()).isTrue();
        assertThat(noteFor(viewer, id).get("text").asString()).isEqualTo("power works on Tuesday");
        viewer.post("/api/map/notes/" + id + "/seen", Map.of());
        assertThat(noteFor(viewer, id).get("isNew").asBoolean()).isFalse();
        assertThat(engineer.delete("/api/map/notes/" + id).status()).isEqualTo(200);
        assertThat(engineer.delete("/api/map/notes/" + id).status()).isEqualTo(404);
    }

    @Test
    void aNoteIsPinnedToAThing() {
        Map<String, String> thing = Map.of("kind", "DEVICE", "name", "cairn-core-1");
        Map<String, Object> note =
                Map.of("site", "Cairn Point", "x", 58, "y", -20, "pinnedTo", thing, "text", "new fan is on its way");
        long id = engineer.post("/api/map/notes", note).json(201).get("id").asLong();
        JsonNode told = noteFor(viewer, id);
        assertThat(told.get("pinnedTo").get("name").asString()).isEqualTo("cairn-core-1");
        assertThat(told.get("x").asDouble()).isEqualTo(58);
        Map<String, Object> nameless = new HashMap<>(note);
        nameless.put("pinnedTo", Map.of("kind", "DEVICE"));
        assertThat(engineer.post("/api/map/notes", nameless)
                        .json(400)
                        .get("detail")
                        .asString())
                .contains("name");
    }

    private static JsonNode noteFor(Api reader, long id) {
        return reader.get("/api/map")
                .json(200)
                .get("notes")
                .valueStream()
                .filter(note -> note.get("id").asLong() == id)
                .findFirst()
                .orElseThrow();
    }

    @Test
    void whatWasArrangedIsKeptUntilItIsForgotten() {
        Map<String, Object> place = Map.of("kind", "SITE", "name", "Dunsay", "x", 120.5, "y", -40);
        assertThat(engineer.put("/api/map/places", Map.of("places", List.of(place)))
                        .status())
                .isEqualTo(200);
        JsonNode kept = viewer.get("/api/map").json(200).get("places");
        assertThat(kept).hasSize(1);
        assertThat(kept.get(0).get("x").asDouble()).isEqualTo(120.5);
        Map<String, Object> far = Map.of("kind", "SITE", "name", "Dunsay", "x", 1e9, "y", 0);
        assertThat(engineer.put("/api/map/places", Map.of("places", List.of(far)))
                        .status())
                .isEqualTo(400);
        engineer.delete("/api/map/places");
        assertThat(viewer.get("/api/map").json(200).get("places")).isEmpty();
    }
}

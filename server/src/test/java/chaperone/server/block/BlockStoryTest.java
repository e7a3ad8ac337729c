package chaperone.server.block;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** Statements of real devices, named by their paths: read, put, taken away, moved, and compared over the fleet. */
@Timeout(180)
class BlockStoryTest {
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

    private static String at(String... names) {
        return URLEncoder.encode(String.join("\n", names), StandardCharsets.UTF_8);
    }

    private static JsonNode part(String device, String... names) {
        return four.engineer
                .get("/api/devices/" + device + "/configuration?at=" + at(names))
                .json(200);
    }

    private static Map<String, Object> edit(long change, Map<String, Object> deed, String... names) {
        return new HashMap<>(Map.of("at", List.of(names), "change", change, "edit", deed));
    }

    private static Map<String, Object> put(String text) {
        return Map.of("deed", "PUT", "text", text);
    }

    private static String added(String device, Map<String, Object> edit) {
        return four.engineer
                .post("/api/devices/" + device + "/configuration/edits", edit)
                .json(201)
                .at("/edits")
                .toString();
    }

    /** A statement of each family is put by its path, seen as commands first, and stands on the device. */
    @Test
    void aStatementOfEachFamilyIsPutByItsPath() {
        long change = four.newChange("by path");
        Map<String, Object> vlan = edit(change, put("vlan 3777 \"net loft\""), "vlan 3777");
        JsonNode tried = four.engineer
                .post("/api/devices/brkw-acc-1/configuration/trial", vlan)
                .json(200);
        assertThat(tried.at("/commands/0").asString()).isEqualTo("vlan 3777 \"net loft\"");
        assertThat(tried.at("/undo/0").asString()).isEqualTo("not vlan 3777");
        assertThat(four.engineer.get("/api/changes/" + change).json(200).get("edits"))
                .isEmpty();
        assertThat(added("brkw-acc-1", vlan)).contains("put: vlan 3777", "STATEMENT");
        added("cairn-rtr-1", edit(change, put("text \"net loft\";"), "ports", "lan-0", "text"));
        added("ald-wall-1", edit(change, put("object net-loft host 192.0.2.79"), "object net-loft"));
        added("mv-curlew-sw-1", edit(change, put("\"welcome\": \"net loft\""), "welcome"));
        Map<String, String> before = four.kept();
        four.approve(change);
        assertThat(four.states(four.run(change)).values()).hasSize(4).containsOnly("KEPT");
        for (String name : List.of("brkw-acc-1", "cairn-rtr-1", "ald-wall-1", "mv-curlew-sw-1")) {
            assertThat(four.device(name).device().savedText()).containsPattern("net.loft");
        }
        assertThat(part("cairn-rtr-1", "ports", "lan-0", "text").get("text").asString())
                .contains("net loft");
        four.undo(change);
        assertThat(four.kept()).isEqualTo(before);
    }

    @Test
    void whatIsReadIsMaskedAndWhatComesBackMaskedIsKept() {
        var secret = Pattern.compile("account (\\S+) level admin secret (\\S+)")
                .matcher(four.device("brkw-acc-1").device().savedText());
        assertThat(secret.find()).isTrue();
        String name = "account " + secret.group(1);
        String shown = part("brkw-acc-1", name).get("text").asString();
        assertThat(shown).contains("••••").doesNotContain(secret.group(2));
        long change = four.newChange("secret");
        Map<String, Object> same = edit(change, put(shown), name);
        JsonNode tried = four.engineer
                .post("/api/devices/brkw-acc-1/configuration/trial", same)
                .json(200);
        assertThat(tried.get("commands")).isEmpty();
        assertThat(tried.get("misfits")).isEmpty();
        Map<String, Object> other = edit(change, put(shown.replace("••••", "••••0")), name);
        assertThat(four.engineer
                        .post("/api/devices/brkw-acc-1/configuration/edits", other)
                        .json(422)
                        .toString())
                .contains("\"text\"", "Line 1 holds a secret");
        assertThat(added("brkw-acc-1", same)).doesNotContain(secret.group(2));
    }

    @Test
    void aRuleIsMovedAndAnotherTakenAway() {
        List<String> rules = four.device("ald-wall-1")
                .device()
                .savedText()
                .lines()
                .filter(line -> line.startsWith("rule "))
                .map(line -> line.split(" ")[1])
                .toList();
        assertThat(rules).hasSizeGreaterThan(2);
        assertThat(part("ald-wall-1", "rule " + rules.get(0)).get("isOrdered").asBoolean())
                .isTrue();
        long change = four.newChange("order");
        Map<String, Object> first = Map.of("deed", "MOVE", "where", "BEFORE", "beside", "rule " + rules.get(0));
        added("ald-wall-1", edit(change, first, "rule " + rules.get(2)));
        JsonNode preview = four.preview(change).at("/devices/0");
        assertThat(preview.get("commands")).hasSize(1);
        assertThat(preview.at("/commands/0/line").asString())
                .isEqualTo("place rule " + rules.get(2) + " before " + rules.get(0));
        added("ald-wall-1", edit(change, Map.of("deed", "REMOVE"), "rule " + rules.get(1)));
        assertThat(four.preview(change).at("/devices/0/isReady").asBoolean()).isTrue();
        added("ald-wall-1", edit(change, Map.of("deed", "REMOVE"), "rule nobody"));
        assertThat(four.preview(change).at("/devices/0/misfits/0/message").asString())
                .isEqualTo("\"rule nobody\" is not there");
    }

    /** From the newest tables: what is seen there on the device's own page. */
    @Test
    void whoIsBehindAnAlteredPortIsTold() {
        JsonNode neighbours = four
                .all(four.engineer.get("/api/devices/brkw-acc-1/tables").json(200))
                .stream()
                .filter(table -> table.get("kind").asString().equals("NEIGHBOURS"))
                .findFirst()
                .orElseThrow();
        String port = neighbours.at("/rows/0/0").asString();
        String name = neighbours.at("/rows/0/1").asString();
        assertThat(port).isNotEmpty();
        long change = four.newChange("a port with somebody behind it");
        four.add(four.lines(change, "brkw-acc-1", List.of("port " + port, "text \"new text\"", "up")));
        String remarks = four.preview(change).at("/devices/0/remarks").toString();
        assertThat(remarks).contains("SOMEBODY_BEHIND", port + ": leads to " + name);
    }

    /** Whatever line one points at, the path leads to a statement in which it stands. */
    @Test
    void eachLineHasItsPath() {
        for (String device : List.of("brkw-acc-1", "cairn-rtr-1", "ald-wall-1", "mv-curlew-sw-1")) {
            String masked = "/api/devices/" + device + "/revisions/"
                    + part(device).get("revision").asInt() + "/masked";
            List<String> lines = four.engineer.get(masked).body().lines().toList();
            for (int line = 0; line < lines.size(); line += Math.max(1, lines.size() / 12)) {
                JsonNode found = four.engineer
                        .get("/api/devices/" + device + "/configuration?line=" + line)
                        .json(200);
                String[] names = four.all(found.get("at")).stream()
                        .map(JsonNode::asString)
                        .toArray(String[]::new);
                assertThat(names).isNotEmpty();
                assertThat(part(device, names).get("text")).isEqualTo(found.get("text"));
                String first = lines.get(line).strip().split("[ :]")[0];
                boolean isEnd = first.matches("[}\\]#/].*");
                // Where a statement has a line of its own, it is the one of that line.
                boolean hasOwnLines = device.equals("brkw-acc-1");
                if (hasOwnLines && !isEnd)
                    assertThat(found.get("text").asString()).contains(first);
            }
        }
    }

    @Test
    void oneBlockIsComparedOverTheFleet() {
        four.device("brkw-acc-1").device().type("deckhand", List.of("time-server 198.51.100.99"));
        four.device("brkw-acc-1").device().save();
        four.engineer.copy("brkw-acc-1");
        JsonNode all = four.engineer.get("/api/blocks?at=" + at("name")).json(200);
        long devices = four.all(all.get("versions")).stream()
                .mapToLong(each -> each.get("devices").size())
                .sum();
        assertThat(devices + all.get("unknown").size()).isEqualTo(FourFamilies.LINES.size());
        JsonNode corvane = four.engineer
                .get("/api/blocks?query=platform%20is%20corvane&at=" + at("time-server 198.51.100.99"))
                .json(200);
        assertThat(corvane.at("/versions/0/text").asString()).startsWith("time-server");
        assertThat(four.engineer.get("/api/blocks").json(200).get("below")).isNotEmpty();

        Map<String, Object> edit = edit(four.newChange("all"), Map.of("deed", "REMOVE"), "time-server 198.51.100.99");
        edit.put("devices", List.of("brkw-acc-1", "nobody"));
        four.engineer.post("/api/blocks/edits", edit).json(404);
        edit.put("devices", List.of("brkw-acc-1"));
        assertThat(four.engineer.post("/api/blocks/edits", edit).json(201).get("edits"))
                .hasSize(1);
    }

    @Test
    void wrongInputIsRefusedByName() {
        String path = "/api/devices/brkw-acc-1/configuration";
        assertThat(four.engineer.get(path + "?at=" + at("port 9/9/9")).json(404).toString())
                .contains("port 9/9/9");
        assertThat(four.engineer
                        .get(path + "?at=" + "a%0A".repeat(41))
                        .json(422)
                        .toString())
                .contains("\"at\"");
        long change = four.newChange("wrong");
        Map<String, Object> moved = edit(change, Map.of("deed", "MOVE"), "vlan 330");
        assertThat(four.engineer.post(path + "/edits", moved).json(422).toString())
                .contains("\"where\"");
        Map<String, Object> nothing = edit(change, Map.of("deed", "PUT"), "vlan 330");
        assertThat(four.engineer.post(path + "/edits", nothing).json(422).toString())
                .contains("\"text\"");
        Map<String, Object> two = edit(change, put("vlan 1 \"a\"\nvlan 2 \"b\""), "vlan 330");
        assertThat(four.engineer
                        .post(path + "/trial", two)
                        .json(200)
                        .at("/misfits/0")
                        .asString())
                .isEqualTo("Line 1: one statement is needed here, and 2 stand");
        four.engineer
                .post(path + "/edits", edit(change, Map.of("deed", "SING"), "vlan 330"))
                .json(400);
    }
}

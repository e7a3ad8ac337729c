package chaperone.server.writing;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

/** What is suggested while lines are typed for devices of four families, and the same lines for several at once. */
@Timeout(120)
class WritingTest {
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

    /** With the cursor at the end. */
    private static Map<String, Object> typed(String text) {
        List<String> lines = List.of(text.split("\n", -1));
        int last = lines.size() - 1;
        return new HashMap<>(
                Map.of("lines", lines, "line", last, "column", lines.get(last).length()));
    }

    private static JsonNode help(String device, Map<String, Object> typed) {
        return four.engineer
                .post("/api/devices/" + device + "/typed-lines", typed)
                .json(200);
    }

    private static List<String> suggested(JsonNode help) {
        List<String> texts = new ArrayList<>();
        help.get("suggestions").forEach(each -> texts.add(each.get("text").asString()));
        return texts;
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            brkw-acc-1; vl; vlan
            brkw-acc-1; vlan 777 "pier"\\nport 1/0/9\\nmember vlan 7; 777
            brkw-acc-1; port 1/0/9\\nme; member vlan
            brkw-acc-1; not log; log-server
            cairn-rtr-1; put po; ports
            cairn-rtr-1; put ports wan-9 te; text
            ald-wall-1; ob; object
            ald-wall-1; erase ru; rule
            """)
    void suggestsWhatTheFleetHas(String device, String text, String expected) {
        JsonNode help = help(device, typed(text.replace("\\n", "\n")));
        assertThat(suggested(help)).contains(expected);
        assertThat(help.get("configurations").asInt()).isPositive();
    }

    @Test
    void aDocumentIsRead() {
        assertThat(help("mv-curlew-sw-1", typed("{ \"welcome\": \"x\" }")).get("marks"))
                .isEmpty();
        JsonNode broken = help("mv-curlew-sw-1", typed("{ \"welcome\": ")).get("marks");
        assertThat(broken.at("/0/kind").asString()).isEqualTo("REFUSED");
    }

    @Test
    void noSecretIsSuggested() {
        String text = four.device("brkw-acc-1").device().savedText();
        var secret = Pattern.compile("account (\\S+) level admin secret (\\S+)").matcher(text);
        assertThat(secret.find()).isTrue();
        for (String verb : List.of("", "not ")) {
            String said = verb + "account " + secret.group(1) + " level admin secret ";
            assertThat(help("brkw-acc-1", typed(said)).toString()).doesNotContain(secret.group(2));
        }
    }

    @Test
    void earlierEditsOfTheChangeCount() {
        long change = four.newChange("in two steps");
        four.add(four.lines(change, "brkw-acc-1", List.of("vlan 778 \"slip\"")));
        Map<String, Object> typed = typed("port 1/0/9\nmember vlan 77");
        assertThat(suggested(help("brkw-acc-1", typed))).doesNotContain("778");
        typed.put("change", change);
        assertThat(suggested(help("brkw-acc-1", typed))).contains("778");
        long edit = four.engineer
                .get("/api/changes/" + change)
                .json(200)
                .at("/edits/0/id")
                .asLong();
        typed.put("edit", edit);
        assertThat(suggested(help("brkw-acc-1", typed))).doesNotContain("778");
    }

    @Test
    void wrongInputIsRefusedByName() {
        Map<String, Object> typed = typed("vlan 1");
        assertThat(four.engineer
                        .post("/api/devices/nobody/typed-lines", typed)
                        .json(404)
                        .get("detail")
                        .asString())
                .contains("nobody");
        typed.put("line", 4000);
        assertThat(help("brkw-acc-1", typed).get("from").asInt()).isZero();
        typed.put("line", -1);
        assertThat(four.engineer
                        .post("/api/devices/brkw-acc-1/typed-lines", typed)
                        .json(400)
                        .toString())
                .contains("line");
    }

    @Test
    void theSameLinesGoToAllThatAQueryMeans() {
        long change = four.newChange("time");
        Map<String, Object> edits = new HashMap<>(
                Map.of("change", change, "query", "platform is corvane", "lines", List.of("time-server 198.51.100.9")));
        int meant = four.engineer
                .get("/api/devices?query=platform%20is%20corvane")
                .json(200)
                .get("matching")
                .asInt();
        JsonNode added = four.engineer
                .post("/api/change-edits/of-query", edits)
                .json(201)
                .get("edits");
        assertThat(added).hasSize(meant).isNotEmpty();
        assertThat(four.preview(change).get("devices"))
                .hasSize(meant)
                .allMatch(each -> each.get("isReady").asBoolean());
        edits.put("query", "name is nobody");
        assertThat(four.engineer
                        .post("/api/change-edits/of-query", edits)
                        .json(422)
                        .at("/fields/0/field")
                        .asString())
                .isEqualTo("query");
        for (String query : List.of("platform is", " ")) {
            edits.put("query", query);
            four.engineer.post("/api/change-edits/of-query", edits).json(400);
        }
        edits.put("query", "platform is corvane");
        edits.put("lines", List.of(" "));
        four.engineer.post("/api/change-edits/of-query", edits).json(400);
        assertThat(four.engineer.get("/api/changes/" + change).json(200).get("edits"))
                .hasSize(meant);
    }
}

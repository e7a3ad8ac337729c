package chaperone.server.template;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.server.support.Api;
import chaperone.server.support.DevicePorts;
import chaperone.server.support.FourFamilies;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.MethodOrderer.OrderAnnotation;
import org.junit.jupiter.api.Order;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestMethodOrder;
import org.junit.jupiter.api.Timeout;
import tools.jackson.databind.JsonNode;

/** A template is written, filled in for a device of each family, and goes out as a change like any other. */
@Timeout(180)
@TestMethodOrder(OrderAnnotation.class)
class TemplateStoryTest {
    private static final String CORVANE = """
        vlan {{ vlan }} "{{ label }}"
        {% for port in ports %}
        port {{ port }}
        member vlan {{ vlan }}
        flood-limit 0
        up
        {% endfor %}
        """;
    private static final Map<String, String> VARIANTS = Map.of(
            "corvane",
            CORVANE,
            "altamont",
            "{% for port in ports %}put ports {{ port }} text \"{{ label }}\"\n{% endfor %}",
            "brisling",
            "object {{ label | replace(' ', '-') }} host {{ address }}",
            "pellon",
            "{ \"welcome\": {{ label | tojson }} }",
            "plain-netconf",
            FourFamilies.port("<text>{{ label | escape }}</text>"));
    private static FourFamilies four;

    @BeforeAll
    static void start() {
        four = new FourFamilies(DevicePorts.next());
    }

    @AfterAll
    static void stop() {
        four.close();
    }

    private static Map<String, Object> text(Map<String, String> variants) {
        return Map.of(
                "reason",
                "the ice house moves",
                "fields",
                List.of(
                        field("vlan", "NUMBER", "", false), field("label", "TEXT", "ice house", false),
                        field("ports", "PORTS", "", true), field("address", "ADDRESS", "", true)),
                "variants",
                variants);
    }

    private static Map<String, Object> field(String name, String kind, String fallback, boolean isPerDevice) {
        return Map.of("name", name, "kind", kind, "label", "", "fallback", fallback, "isPerDevice", isPerDevice);
    }

    private static Map<String, Object> device(String name, Map<String, String> values, List<String> ports) {
        return Map.of("device", name, "values", values, "ports", Map.of("ports", ports));
    }

    private static Map<String, Object> input(String vlan) {
        return Map.of(
                "values",
                Map.of("vlan", vlan),
                "devices",
                List.of(
                        device("brkw-acc-1", Map.of(), List.of("1/0/20", "1/0/21")),
                        device("cairn-rtr-1", Map.of(), List.of("lan-1")),
                        device("ald-wall-1", Map.of("address", "192.0.2.77"), List.of()),
                        device("mv-curlew-sw-1", Map.of(), List.of()),
                        device(FourFamilies.BY_NETCONF, Map.of(), List.of())));
    }

    private static JsonNode filled(String vlan) {
        return four.engineer
                .post("/api/templates/ice%20house/fill", input(vlan))
                .json(200);
    }

    private static Stream<JsonNode> each(JsonNode array) {
        return four.all(array).stream();
    }

    @Test
    @Order(1)
    void whatCannotBeKeptSaysWhichLineOrField() {
        Api.Answer typo =
                four.engineer.put("/api/templates/ice%20house", text(Map.of("corvane", CORVANE + "vlan {{ vlann }}")));
        assertThat(typo.json(422).get("detail").asString())
                .contains("corvane, line 8: \"vlann\" is no field, and nothing that is set above");
        assertThat(four.engineer
                        .put("/api/templates/ice%20house", text(Map.of("nobody", "x")))
                        .status())
                .isEqualTo(404);
        assertThat(four.engineer.get("/api/templates").json(200)).isEmpty();
        four.engineer.put("/api/templates/ice%20house", text(VARIANTS)).json(200);
        assertThat(four.engineer
                        .get("/api/templates/ice%20house")
                        .json(200)
                        .get("number")
                        .asInt())
                .isEqualTo(1);
    }

    @Test
    @Order(2)
    void portsArePickedByFilterAndExclusion() {
        JsonNode ports = four.engineer
                .get("/api/devices/brkw-acc-1/ports?filter=1/0/%5B20-24%5D%20not%201/0/22")
                .json(200);
        assertThat(each(ports)
                        .filter(port -> port.get("picked").asBoolean())
                        .map(port -> port.get("name").asString()))
                .containsExactly("1/0/20", "1/0/21", "1/0/23", "1/0/24");
        assertThat(four.engineer
                        .get("/api/devices/brkw-acc-1/ports?filter=not")
                        .json(400)
                        .get("detail")
                        .asString())
                .isEqualTo("Something must follow the last word.");
    }

    /** One that is not known yet keeps nobody from looking at the others. */
    @Test
    @Order(2)
    void aDeviceThatWasNeverCopiedSaysSo() {
        JsonNode filled = filled("377");
        assertThat(filled.at("/0/problems")).isEmpty();
        assertThat(filled.at("/2/problems/0").asString()).startsWith("It has never been copied");
    }

    @Test
    @Order(3)
    void saysWhatItWouldAlterOnEachDevice() {
        four.settle();
        JsonNode filled = filled("377");
        assertThat(each(filled)).allMatch(device -> device.get("problems").isEmpty());
        assertThat(each(filled)).allMatch(device -> !device.get("commands").isEmpty());
        assertThat(each(filled.get(0).get("asked")).map(JsonNode::asString)).containsExactly("vlan", "label", "ports");
        assertThat(each(filled.get(0).get("commands")).map(JsonNode::asString))
                .contains("vlan 377 \"ice house\"", "port 1/0/20", "port 1/0/21");
        assertThat(filled.get(1).at("/commands/0").asString()).isEqualTo("put ports lan-1 text \"ice house\"");
        JsonNode wrong = filled("many");
        assertThat(wrong.at("/0/problems/0").asString()).isEqualTo("Field vlan: \"many\" is not a whole number");
    }

    @Test
    @Order(4)
    void joinsAChangeOnAllDevicesOrOnNone() {
        Map<String, String> before = four.kept();
        assertThat(four.engineer
                        .post("/api/templates/ice%20house/edits", input("many"))
                        .json(422)
                        .get("detail")
                        .asString())
                .contains("Field vlan");
        assertThat(four.engineer.get("/api/changes").json(200).toString()).doesNotContain("cairn-rtr-1");

        long change = four.engineer
                .post("/api/templates/ice%20house/edits", input("377"))
                .json(201)
                .get("change")
                .asLong();
        JsonNode preview = four.preview(change);
        assertThat(each(preview.get("devices")))
                .hasSize(FourFamilies.LINES.size())
                .allMatch(each -> each.get("isReady").asBoolean());
        // The switch does that anyway: such a line is no change, and says so.
        assertThat(preview.toString()).contains("IS_DEFAULT");
        four.approve(change);
        assertThat(four.states(four.run(change)).values()).containsOnly("KEPT");
        for (String name : FourFamilies.LINES.keySet())
            assertThat(four.device(name).device().savedText()).containsPattern("ice.house");

        JsonNode again = filled("377");
        assertThat(each(again)).allMatch(device -> device.get("commands").isEmpty());
        assertThat(again.at("/0/there").asInt()).isPositive();

        long undo = four.engineer
                .post("/api/changes/" + change + "/undo", Map.of())
                .json(201)
                .get("change")
                .asLong();
        four.approve(undo);
        assertThat(four.states(four.run(undo)).values()).containsOnly("KEPT");
        assertThat(four.kept()).isEqualTo(before);
    }
}

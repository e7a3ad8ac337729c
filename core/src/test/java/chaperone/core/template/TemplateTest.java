package chaperone.core.template;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.noise.Noise;
import chaperone.core.platform.Platforms;
import chaperone.core.structure.Port;
import chaperone.core.template.Field.Kind;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class TemplateTest {
    private static final String SEGMENT = """
        vlan {{ vlan }} "{{ label }}"
        {% for port in ports %}
        port {{ port }}
          member vlan {{ vlan }}
          up
        {% endfor %}
        """;
    private static final List<Field> FIELDS = List.of(
            field("vlan", Kind.NUMBER, Optional.empty()),
            field("label", Kind.TEXT, Optional.of("fish market")),
            field("ports", Kind.PORTS, Optional.empty()));

    private static Field field(String name, Kind kind, Optional<String> fallback) {
        return new Field(name, kind, "", fallback, kind == Kind.PORTS);
    }

    private static Template of(String text) {
        return new Template(FIELDS, Map.of("corvane", text));
    }

    private static FilledDevice device(Map<String, String> values, String... chosen) {
        return new FilledDevice(
                "brkw-acc-1",
                "Brackwater",
                "C2024",
                "corvane",
                List.of("1/0/1", "1/0/2"),
                values,
                Map.of("ports", List.of(chosen)));
    }

    private static List<String> lines(Expansion expansion) {
        assertThat(expansion).isInstanceOf(Expansion.Lines.class);
        return ((Expansion.Lines) expansion).lines();
    }

    private static List<String> messages(Expansion expansion) {
        assertThat(expansion).isInstanceOf(Expansion.Mistaken.class);
        return ((Expansion.Mistaken) expansion)
                .mistakes().stream()
                        .map(mistake ->
                                mistake.field().map(field -> field + ": ").orElse("") + mistake.message())
                        .toList();
    }

    @Test
    void isFilledInForADevice() {
        assertThat(of(SEGMENT).mistakes()).isEmpty();
        assertThat(lines(of(SEGMENT).expand(Map.of("vlan", "340"), device(Map.of(), "1/0/1", "1/0/2"))))
                .containsExactly(
                        "vlan 340 \"fish market\"",
                        "port 1/0/1",
                        "  member vlan 340",
                        "  up",
                        "port 1/0/2",
                        "  member vlan 340",
                        "  up");
    }

    /** What a text says to the device is no question to whoever fills it in. */
    @Test
    void asksOnlyForWhatIsWorkedOut() {
        Template template = of("ports and label\n{% for port in ports %}\nport {{ port }}\n{% endfor %}\nvlan 7");
        assertThat(template.askedBy("corvane").stream().map(Field::name)).containsExactly("ports");
        assertThat(template.askedBy("nobody")).isEmpty();
    }

    @Test
    void aDevicesOwnValueGoesBeforeTheSharedOneAndThatBeforeTheDefault() {
        Template template = of("{{ label }} {{ vlan }}");
        assertThat(lines(template.expand(Map.of("vlan", "1"), device(Map.of()))))
                .containsExactly("fish market 1");
        assertThat(lines(template.expand(Map.of("vlan", "1", "label", "stalls"), device(Map.of()))))
                .containsExactly("stalls 1");
        assertThat(lines(template.expand(Map.of("vlan", "1", "label", "stalls"), device(Map.of("label", "quay")))))
                .containsExactly("quay 1");
    }

    /** Whatever is filled in is a value: it never becomes a text with fields, or another line. */
    @Test
    void valuesStayValues() {
        Template template = of("text \"{{ label }}\"");
        assertThat(lines(template.expand(
                        Map.of("vlan", "1", "label", "{{ vlan }}{% for i in range(9) %}"), device(Map.of()))))
                .containsExactly("text \"{{ vlan }}{% for i in range(9) %}\"");
        assertThat(messages(template.expand(Map.of("vlan", "1", "label", "a\nreach shell"), device(Map.of()))))
                .containsExactly("label: \"a\nreach shell\" is more than one line");
    }

    @Test
    void aValueThatDoesNotFitIsNamed() {
        assertThat(messages(of(SEGMENT).expand(Map.of("vlan", "34O"), device(Map.of(), "1/0/9"))))
                .containsExactly("vlan: \"34O\" is not a whole number", "ports: the device has no port 1/0/9");
        assertThat(messages(of(SEGMENT).expand(Map.of(), device(Map.of()))))
                .containsExactly("vlan: it has no value", "ports: no port is picked");
        // A text that does not ask for ports can do without.
        assertThat(lines(of("vlan {{ vlan }}").expand(Map.of("vlan", "7"), device(Map.of()))))
                .containsExactly("vlan 7");
    }

    @ParameterizedTest
    @CsvSource({
        "NUMBER, 12, true",
        "NUMBER, -1, false",
        "NUMBER, 1e3, false",
        "NUMBER, 9999999999999999999, false",
        "ADDRESS, 192.0.2.1, true",
        "ADDRESS, 2001:db8::1, true",
        "ADDRESS, 192.0.2.256, false",
        "ADDRESS, 192.0.2.0/24, false",
        "PREFIX, 192.0.2.0/27, true",
        "PREFIX, 2001:db8::/48, true",
        "PREFIX, 192.0.2.1, false",
        "PREFIX, 192.0.2.0/33, false",
        "TEXT, any thing, true"
    })
    void kindsKnowTheirValues(Kind kind, String value, boolean isFitting) {
        Template template = new Template(List.of(field("it", kind, Optional.empty())), Map.of("corvane", "{{ it }}"));
        Expansion expansion = template.expand(Map.of("it", value), device(Map.of()));
        assertThat(expansion instanceof Expansion.Lines).isEqualTo(isFitting);
        if (isFitting) assertThat(lines(expansion)).containsExactly(value);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        `a\n{{ vlann }}`                     | 2 | "vlann" is no field, and nothing that is set above
        `a\nb\n{% include "x" %}`            | 0 | "include" is not allowed here
        `{% for p in ports %}\n{{ p }}\n{% endfor %}\n{# x #}\n{{ pp }}` | 5 | "pp" is no field, and nothing that is set above
        `{{ vlan | pprint }}`                | 1 | "pprint" is not allowed here
        `x\n{{ label.repeat(999999999) }}`   | 2 | "repeat" is not allowed here
        `{{ ''.getClass() }}`                | 1 | "getClass" is not allowed here
        `{{ ____int3rpr3t3r____ }}`          | 1 | this name is not allowed here
        `{{ label`                           | 1 | Unclosed token
        `{# only a remark #}`                | 0 | its text comes to nothing
        `{{ ((((((((((1)))))))))) }}`        | 1 | its brackets are nested too deeply
        """)
    void aTextThatCannotBeKeptSaysWhereAndWhy(String text, int line, String message) {
        List<Mistake> mistakes = of(text.replace("\\n", "\n")).mistakes();
        assertThat(mistakes).hasSize(1);
        assertThat(mistakes.get(0).platform()).contains("corvane");
        assertThat(mistakes.get(0).line().orElse(0)).isEqualTo(line);
        assertThat(mistakes.get(0).message()).isEqualTo(message);
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "{% for a in range(9000) %}{% for b in range(9000) %}x{% endfor %}{% endfor %}",
                "{% set a = 'xx' %}{% for i in range(60) %}{% set a = a ~ a %}{% endfor %}{{ a }}",
                "{% set l = ports %}{% for i in range(40) %}{% set l = l + l %}{% endfor %}{{ l|length }}",
                "{% for a in range(9999) %}{% for b in range(9999) %}{% for c in range(9999) %}{% for d in range(9999) %}"
                        + "{% for e in range(9999) %}{% endfor %}{% endfor %}{% endfor %}{% endfor %}{% endfor %}x",
            })
    @Timeout(20)
    void aTextWithoutEndIsEnded(String text) {
        List<Mistake> mistakes = of(text).mistakes();
        assertThat(mistakes).isNotEmpty();
        assertThat(mistakes.get(0).message()).startsWith("it is too much");
    }

    @Test
    @Timeout(20)
    void hugeTextsAreReadOrRefusedAtOnce() {
        assertThat(of("{{ " + "(".repeat(20_000) + "1" + ")".repeat(20_000) + " }}")
                        .mistakes())
                .isNotEmpty();
        assertThat(of("{% if 1 %}".repeat(5_000) + "x" + "{% endif %}".repeat(5_000))
                        .mistakes())
                .isNotEmpty();
        assertThat(of("{".repeat(50_000)).mistakes()).isNotNull();
        assertThat(lines(of("{{ vlan }}\n".repeat(5_000)).expand(Map.of("vlan", "1"), device(Map.of()))))
                .hasSize(5_000);
    }

    @Test
    void fieldsAreCheckedBeforeTexts() {
        List<Field> fields = List.of(
                field("Vlan", Kind.TEXT, Optional.empty()),
                field("device", Kind.TEXT, Optional.empty()),
                field("a", Kind.NUMBER, Optional.of("many")),
                field("a", Kind.TEXT, Optional.empty()),
                field("p", Kind.PORTS, Optional.of("1/0/1")));
        assertThat(new Template(fields, Map.of()).mistakes())
                .extracting(mistake -> mistake.field().orElseThrow())
                .containsExactly("Vlan", "device", "a", "a", "p");
    }

    @Test
    void aPlatformWithoutATextSaysSo() {
        FilledDevice router =
                new FilledDevice("cairn-rtr-1", "Cairn Point", "R4", "altamont", List.of(), Map.of(), Map.of());
        assertThat(messages(of(SEGMENT).expand(Map.of("vlan", "1"), router)))
                .containsExactly("there is no text for this platform");
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        corvane       | `port 1/0/1\n  text "a"\nport 1/0/2\nvlan 3 "x"\n`                        | 1/0/1 1/0/2
        altamont      | `ports { wan-0 { text "a"; } bundle-1 { sub 3 { tag 3; } } }\nx { y { z 1; } }` | wan-0 bundle-1
        brisling      | `port e1 address 192.0.2.1/26\nzone quay ports e1\nport e4 address 192.0.2.9/27` | e1 e4
        pellon        | `{ "ports": [ { "n": 1, "vlan": 3 }, { "n": 2, "vlan": 4 } ], "vlans": [ { "id": 3 } ] }` | 1 2
        plain-netconf | `<c><interfaces><interface><name>e0</name></interface><interface><name>e1</name></interface></interfaces></c>` | e0 e1
        """)
    void portsAreFoundInEveryFamily(String platform, String text, String ports) {
        ConfigModel model = ConfigModel.of(Platforms.shipped().get(platform), new Noise(List.of()));
        List<Port> found = Port.of(model.read(text.replace("\\n", "\n")), model.structure());
        assertThat(found.stream().map(Port::name)).containsExactly(ports.split(" "));
    }
}

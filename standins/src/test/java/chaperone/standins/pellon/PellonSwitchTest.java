package chaperone.standins.pellon;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.Hardware;
import java.time.Clock;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

class PellonSwitchTest {
    private static final String SAMPLE = """
            { "name": "mv-curlew-sw-1",
              "accounts": [ {"name": "chaperone", "level": "full", "secret": "harbour"} ],
              "vlans": [ {"id": 30, "label": "crew"} ],
              "ports": [ {"n": 1, "label": "bridge", "vlan": 30, "on": true}, {"n": 7, "vlan": 30, "on": false} ] }
            """;
    private final PellonSwitch device = new PellonSwitch(
            new Chassis(new Hardware("Pellon", "P8M", "PN80001", "2.14"), Clock.systemUTC()), SAMPLE, SAMPLE);

    /** The test cases of RFC 7396, appendix A. */
    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        {"a":"b"}            | {"a":"c"}              | {"a":"c"}
        {"a":"b"}            | {"b":"c"}              | {"a":"b","b":"c"}
        {"a":"b"}            | {"a":null}             | {}
        {"a":"b","b":"c"}    | {"a":null}             | {"b":"c"}
        {"a":["b"]}          | {"a":"c"}              | {"a":"c"}
        {"a":"c"}            | {"a":["b"]}            | {"a":["b"]}
        {"a":{"b":"c"}}      | {"a":{"b":"d","c":null}} | {"a":{"b":"d"}}
        {"a":[{"b":"c"}]}    | {"a":[1]}              | {"a":[1]}
        ["a","b"]            | ["c","d"]              | ["c","d"]
        {"a":"b"}            | ["c"]                  | ["c"]
        {"a":"foo"}          | null                   | null
        {"a":"foo"}          | "bar"                  | "bar"
        {"e":null}           | {"a":1}                | {"e":null,"a":1}
        [1,2]                | {"a":"b","c":null}     | {"a":"b"}
        {}                   | {"a":{"bb":{"ccc":null}}} | {"a":{"bb":{}}}
        """)
    void mergesAsTheRfcDoes(String target, String patch, String result) {
        JsonNode merged = PellonSwitch.merged(PellonSwitch.JSON.readTree(target), PellonSwitch.JSON.readTree(patch));
        assertThat(merged).isEqualTo(PellonSwitch.JSON.readTree(result));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        {"nonsense": 1}                             | "nonsense" is not known here
        {"vlans": [{"id": 5000}]}                   | a vlan has an id from 1 to 4094, not 5000
        {"vlans": [{"id": 30}, {"id": 30}]}         | vlan 30 is there twice
        {"vlans": []}                               | port 1: vlan 30 does not exist
        {"ports": [{"n": 9}]}                       | a port has a number from 1 to 8, not 9
        {"ports": [{"n": 1, "colour": "red"}]}      | "colour" is not known in ports
        """)
    void refusesWhatDoesNotFit(String patch, String said) {
        String before = device.keptRunning();
        assertThatThrownBy(() -> device.type("x", List.of(patch))).hasMessage(said);
        assertThat(device.keptRunning()).isEqualTo(before);
    }

    @Test
    void showsWhatMovesByItselfAndKeepsItOut() {
        assertThat(device.runningText()).contains("\"generatedAt\"", "\"rxBytes\"", "\"model\" : \"P8M\"");
        assertThat(device.keptRunning()).doesNotContain("generatedAt", "rxBytes");
        device.type("x", List.of(device.runningText()));
        assertThat(device.keptRunning()).doesNotContain("generatedAt", "rxBytes");
    }

    @Test
    void aRestartLosesWhatWasNotSaved() {
        device.type("x", List.of("{\"welcome\": \"one\"}"));
        device.save();
        device.type("x", List.of("{\"welcome\": \"two\"}"));
        device.restart();
        assertThat(device.keptRunning()).contains("\"one\"").doesNotContain("two");
    }

    @Test
    void knowsItsAccountsAndItsClosedPorts() {
        assertThat(device.logIn("chaperone", "harbour")).contains("full");
        assertThat(device.logIn("chaperone", "quay")).isEmpty();
        assertThat(device.runningText()).doesNotContain("\"harbour\"");
        assertThat(device.isClosed("7")).isTrue();
        assertThat(device.isClosed("1")).isFalse();
    }

    @Test
    void aFactoryNewSwitchWaitsForItsNameAndPassword() throws BadDocument {
        PellonSwitch fresh = new PellonSwitch(
                new Chassis(new Hardware("Pellon", "P8", "PN80002", "2.14"), Clock.systemUTC()), "{}", "{}");
        assertThat(fresh.isInService()).isFalse();
        fresh.firstContact(PellonSwitch.JSON.readTree("{\"name\": \"mv-ibis-sw-2\", \"password\": \"first\"}"));
        assertThat(fresh.isInService()).isTrue();
        assertThat(fresh.logIn("chaperone", "first")).contains("full");
    }
}

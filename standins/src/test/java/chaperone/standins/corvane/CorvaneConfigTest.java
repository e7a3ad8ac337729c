package chaperone.standins.corvane;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.Hardware;
import java.time.Clock;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CorvaneConfigTest {
    private final CorvaneSwitch device = new CorvaneSwitch(
            new Chassis(new Hardware("Corvane", "C2024", "CV2024AB12", "7.4.2"), Clock.systemUTC()),
            "name test-acc-1\n",
            "name test-acc-1\n");

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        vlann 30                       | ? word 1 "vlann": not known here
        member vlan 3                  | ? word 1 "member": not known here
        vlan 5000                      | ? word 2 "5000": expected a vlan from 1 to 4094
        vlan                           | ? word 2: expected a vlan from 1 to 4094
        vlan 30 "fish                  | ? word 3 "fish": the quotation mark is not closed
        vlan 30 "fish" today           | ? word 4 "today": nothing more is expected here
        gateway vlann 30               | ? word 2 "vlann": not known here
        port 1/0/99                    | ? word 2 "1/0/99": this model has ports 1/0/1 to 1/0/24
        route 10.0.0.0/33 via 10.0.0.1 | ? word 2 "10.0.0.0/33": expected a prefix such as 192.0.2.0/24
        route 10.0.0.0/8 over 10.0.0.1 | ? word 3 "over": not known here
        route 10.0.0.0/8 via           | ? word 4: expected an address
        time-server 300.1.1.1          | ? word 2 "300.1.1.1": expected an address
        not vlan 77                    | ? word 2 "vlan": no such line
        not vlann 77                   | ? word 2 "vlann": not known here
        not vlan                       | ? word 3: expected which one
        """)
    void refusesABadLineWithItsPosition(String line, String answer) {
        String before = device.runningText();
        assertThatThrownBy(() -> device.type("x", List.of(line))).hasRootCauseMessage(answer);
        assertThat(device.runningText()).isEqualTo(before);
    }

    @Test
    void setsReplacesAndTakesAway() {
        device.type(
                "x",
                List.of(
                        "vlan 340 \"fish market\"",
                        "vlan 30",
                        "port 1/0/4",
                        "text spare",
                        "flood-limit 3",
                        "closed",
                        "up"));
        assertThat(body()).isEqualTo("""
            name test-acc-1
            vlan 30
            vlan 340 "fish market"
            port 1/0/4
              text spare
              flood-limit 3
              closed
            """);
        device.type(
                "x",
                List.of("vlan 340 \"fish hall\"", "not vlan 30", "port 1/0/4", "not text", "flood-limit 0", "open"));
        assertThat(body()).isEqualTo("name test-acc-1\nvlan 340 \"fish hall\"\nport 1/0/4\n");
        device.type("x", List.of("not port 1/0/4", "not vlan 340 \"fish hall\""));
        assertThat(body()).isEqualTo("name test-acc-1\n");
    }

    @Test
    void sortsNumbersAsNumbersAndListsByTheirLines() {
        device.type(
                "x",
                List.of(
                        "port 1/0/10",
                        "up",
                        "port 1/0/9",
                        "up",
                        "list in",
                        "20 stop ip any any",
                        "5 pass tcp any any 443"));
        assertThat(body())
                .endsWith("port 1/0/9\nport 1/0/10\nlist in\n  5 pass tcp any any 443\n  20 stop ip any any\n");
    }

    @Test
    void keepsTheWelcomeAsItWasTyped() {
        device.type("x", List.of("welcome", "|   for staff  only", "| # vlan 3"));
        assertThat(body()).endsWith("welcome\n  |   for staff  only\n  | # vlan 3\n");
        device.type("x", List.of("not welcome"));
        assertThat(body()).doesNotContain("|");
    }

    @Test
    void aRestartLosesWhatWasNotSaved() {
        device.type("x", List.of("vlan 30"));
        device.save();
        device.type("x", List.of("vlan 31"));
        assertThat(device.savedText()).isNotEqualTo(device.runningText());
        device.restart();
        assertThat(body()).isEqualTo("name test-acc-1\nvlan 30\n");
        assertThat(device.savedText()).isEqualTo(device.runningText());
    }

    @Test
    void neverShowsAPassword() {
        device.type("x", List.of("account bob level view secret hunter-22"));
        assertThat(device.runningText()).doesNotContain("hunter-22");
        assertThat(device.logIn("bob", "hunter-22")).contains("view");
        assertThat(device.logIn("bob", "other")).isEmpty();
    }

    @Test
    void theHeaderCountsTheBytesThatFollow() {
        String text = device.runningText();
        int end = text.indexOf('\n') + 1;
        assertThat(text.substring(0, end))
                .isEqualTo("# Corvane C2024, release 7.4.2, " + (text.length() - end) + " bytes\n");
    }

    private String body() {
        return device.runningText().substring(device.runningText().indexOf('\n') + 1);
    }
}

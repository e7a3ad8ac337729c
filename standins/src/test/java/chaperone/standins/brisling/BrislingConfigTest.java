package chaperone.standins.brisling;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.standins.device.Chassis;
import chaperone.standins.device.Guard;
import chaperone.standins.device.Hardware;
import java.time.Clock;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class BrislingConfigTest {
    private static final String SAMPLE = """
            name ops-wall-1
            admin chaperone password harbour
            zone dmz ports e4
            zone quay ports e1,e2
            object kiosk-1 host 192.0.2.10
            object kiosk-2 host 192.0.2.11
            object pay-gw host 203.0.113.20
            service web tcp 443
            bundle ticketing kiosk-1,kiosk-2
            rule 118 "kiosk payments" from quay to dmz source ticketing destination pay-gw service web do pass log
            rule 90 "the rest" from any to any source any destination any service any do stop
            """;
    private final BrislingFirewall device = new BrislingFirewall(
            new Chassis(new Hardware("Brisling", "W300", "BN30001", "3.8.1"), Clock.systemUTC()),
            SAMPLE,
            SAMPLE,
            Guard.never());

    @Test
    void printsWhatItReadsAndKeepsTheOrderOfRules() throws ErrorLine {
        assertThat(BrislingConfig.parse(SAMPLE).print()).isEqualTo(SAMPLE);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        zoen quay ports e1                  | error 10: "zoen" is not known
        zone quay port e1                   | error 11: not a whole statement: zone
        zone quay ports e9                  | error 11: not a whole statement: zone
        bundle more kiosk-1,kiosk-9         | error 12: object "kiosk-9" does not exist
        rule 119 "x" from quay to dmz source kiosk-1 destination any service wbe do pass | error 12: service "wbe" does not exist
        rule 119 "x" from sea to dmz source any destination any service any do pass | error 12: zone "sea" does not exist
        erase object kiosk-1                | error 13: object "kiosk-1" is in use
        erase bundle ticketing              | error 13: bundle "ticketing" is in use
        erase service web                   | error 13: service "web" is in use
        erase rule 7                        | error 12: rule "7" does not exist
        place rule 118 before 7             | error 12: rule "7" does not exist
        place rule 118                      | error 11: expected place rule NUMBER before NUMBER
        """)
    void refusesABadLine(String line, String answer) {
        String before = device.keptRunning();
        assertThatThrownBy(() -> device.type("x", List.of(line))).hasMessage(answer);
        assertThat(device.keptRunning()).isEqualTo(before);
    }

    @Test
    void rulesMatchInTheirOrderAndNumbersAreNames() {
        device.type("x", List.of("place rule 90 before 118"));
        assertThat(device.keptRunning().indexOf("rule 90"))
                .isLessThan(device.keptRunning().indexOf("rule 118"));
        // A rule that is given again stays where it is.
        device.type("x", List.of("rule 90 \"others\" from any to any source any destination any service any do stop"));
        assertThat(device.keptRunning()).contains("rule 90 \"others\"");
        assertThat(device.keptRunning().indexOf("rule 90"))
                .isLessThan(device.keptRunning().indexOf("rule 118"));
    }

    @Test
    void whatNoRuleNamesCanBeErased() {
        device.type("x", List.of("erase rule 118", "erase bundle ticketing", "erase object kiosk-1"));
        assertThat(device.keptRunning()).doesNotContain("kiosk-1", "ticketing", "rule 118");
    }

    @Test
    void saltsTheHashAnewAtEveryDisplay() {
        String first = device.runningText();
        assertThat(first).doesNotContain("harbour").containsPattern("admin chaperone hash b2\\$[0-9a-f]{28}");
        assertThat(List.of(device.runningText(), device.runningText(), device.runningText()))
                .anySatisfy(again -> assertThat(again).isNotEqualTo(first));
        assertThat(device.logIn("chaperone", "harbour")).contains("admin");
        assertThat(device.logIn("chaperone", "quay")).isEmpty();
    }

    @Test
    void countsHitsForEveryRuleInTheirOrder() {
        assertThat(device.counters(Kind.RULE).lines())
                .hasSize(2)
                .allMatch(line -> line.matches("counter rule \\d+ hits \\d+ last (never|\\S+Z)"));
        assertThat(device.counters(Kind.OBJECT).lines()).hasSize(3);
    }

    @Test
    void whatIsAppliedForAWhileIsNotStored() throws ErrorLine {
        BrislingConfig edited = device.copyOfRunning();
        BrislingFirewall.edit(edited, "object clock host 198.51.100.7");
        device.applyFor(300, edited, "x");
        assertThat(device.keptRunning()).contains("object clock");
        assertThat(device.keptSaved()).doesNotContain("object clock");
        device.restart();
        assertThat(device.keptRunning()).doesNotContain("object clock");
    }
}

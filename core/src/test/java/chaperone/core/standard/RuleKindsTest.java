package chaperone.core.standard;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigModel;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Condition.Compares;
import chaperone.core.standard.Condition.HasLine;
import chaperone.core.standard.Condition.HasNoLine;
import chaperone.core.standard.Rule.Answer;
import chaperone.core.standard.Rule.Fact;
import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.standard.Rule.Known;
import chaperone.core.standard.Rule.Manner;
import chaperone.core.standard.Rule.Required;
import chaperone.core.standard.Standing.Told;
import chaperone.core.standard.Verdict.Kind;
import chaperone.core.table.TableKind;
import com.google.re2j.Pattern;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** The kinds of rules beyond the first three, each with what it finds and what mends it. */
class RuleKindsTest {
    private static final ConfigModel MODEL = ConfigModel.of(
            Platforms.shipped().get("corvane"),
            Platforms.shipped().get("corvane").noise());
    private static final String SWITCH = """
            name quay-acc-1
            list edge-in
              10 pass tcp any any 443
              20 pass udp any any 123
              30 stop ip any any
            port 1/0/1
              member vlan 330
            port 1/0/2
              carry vlan 320,330-335
            gateway vlan 330
              address 192.0.2.21/24
            log-server 198.51.100.20
            log-server 198.51.100.99
            time-server 198.51.100.7
            """;

    private static QuickPattern pattern(String text) {
        return QuickPattern.of(Pattern.compile(text));
    }

    private static Clause clause(Rule rule) {
        return new Clause("a-1", "for the test", Binding.WARN, rule);
    }

    private static Judge judge(String text) {
        return new Judge(text, MODEL, Map.of("net", "192.0.2.0/24"), Standing.UNKNOWN);
    }

    /** Each departure as {@code path: found, expected}. */
    private static List<String> departures(Rule rule) {
        return judge(SWITCH).verdict(clause(rule)).evidence().stream()
                .map(each -> String.join(" / ", each.path()) + ": "
                        + each.found().orElse("nothing") + (each.expected().isEmpty() ? "" : ", " + each.expected()))
                .toList();
    }

    private static List<String> repair(Rule rule) {
        String repaired = judge(SWITCH).repaired(clause(rule)).orElseThrow();
        assertThat(judge(repaired).verdict(clause(rule)).kind()).isEqualTo(Kind.PASS);
        return MODEL.patch(SWITCH, repaired).lines();
    }

    @Test
    void anExactTextTakesNothingElseInItsBlocks() {
        Rule list = new Golden(
                "list edge-in\n  10 pass tcp any any 443\n  30 stop ip any any\n", Manner.EXACT, Optional.empty());
        assertThat(departures(list)).containsExactly("list edge-in: 20 pass udp any any 123");
        assertThat(repair(list)).containsExactly("list edge-in", "not 20", "up");
        Rule servers = new Golden("log-server 198.51.100.20\n", Manner.EXACT, Optional.of(pattern("^log-server ")));
        assertThat(departures(servers)).containsExactly(": log-server 198.51.100.99");
        assertThat(repair(servers)).containsExactly("not log-server 198.51.100.99");
        Rule asItIs = new Golden("time-server 198.51.100.7\n", Manner.EXACT, Optional.empty());
        assertThat(departures(asItIs)).as("it speaks of no other line").isEmpty();
    }

    @Test
    void aTextInOrderSaysWhatStandsBeforeWhat() {
        Rule asItIs = new Golden(
                "list edge-in\n  10 pass tcp any any 443\n  30 stop ip any any\n", Manner.IN_ORDER, Optional.empty());
        assertThat(departures(asItIs)).isEmpty();
        Rule turned =
                new Golden("log-server 198.51.100.99\nlog-server 198.51.100.20\n", Manner.IN_ORDER, Optional.empty());
        assertThat(departures(turned)).containsExactly(": log-server 198.51.100.20, behind log-server 198.51.100.99");
    }

    /** A list turned round, against the text in its order: linear but for looking each line up. */
    @Test
    void manyLinesOutOfOrderAreNamedAndPutInOrder() {
        StringBuilder turned = new StringBuilder("list edge-in\n");
        StringBuilder wanted = new StringBuilder("list edge-in\n");
        for (int i = 1; i <= 1500; i++) {
            wanted.append("  ").append(i).append(" pass tcp any any ").append(i).append('\n');
            turned.append("  ")
                    .append(1501 - i)
                    .append(" pass tcp any any ")
                    .append(1501 - i)
                    .append('\n');
        }
        Clause clause = clause(new Golden(wanted.toString(), Manner.IN_ORDER, Optional.empty()));
        assertThat(judge(turned.toString()).verdict(clause).evidence()).hasSize(1499);
        String repaired = judge(turned.toString()).repaired(clause).orElseThrow();
        assertThat(repaired).isEqualTo(wanted.toString());
    }

    @Test
    void somethingMustStandSomewhereOrInEachBlock() {
        Rule anywhere = new Required(pattern("^admin-secret "), Optional.empty(), Optional.empty());
        assertThat(departures(anywhere)).containsExactly(": nothing, a line that fits ^admin-secret ");
        assertThat(judge(SWITCH).repaired(clause(anywhere)))
                .as("nobody knows with what")
                .isEmpty();
        Rule inPorts =
                new Required(pattern("^flood-limit "), Optional.of(pattern("^port ")), Optional.of("flood-limit 5"));
        assertThat(departures(inPorts))
                .containsExactly("port 1/0/1: nothing, flood-limit 5", "port 1/0/2: nothing, flood-limit 5");
        assertThat(repair(inPorts))
                .containsExactly("port 1/0/1", "flood-limit 5", "up", "port 1/0/2", "flood-limit 5", "up");
        assertThat(departures(new Required(pattern("^time-server "), Optional.empty(), Optional.empty())))
                .isEmpty();
    }

    @Test
    void aBlocksLinesAreHeldToAConditionOfAnyKind() {
        Rule prefix = new ForEach(
                pattern("^gateway "),
                Optional.empty(),
                new Compares(pattern("^address (\\S+)"), ValueKind.ADDRESS, Comparison.WITHIN, "{{net}}"),
                Optional.empty());
        assertThat(departures(prefix)).isEmpty();
        Rule carried = new ForEach(
                pattern("^port "),
                Optional.of(pattern("^carry ")),
                new Compares(pattern("^carry vlan (\\S+)"), ValueKind.SET, Comparison.WITHIN, "330-335"),
                Optional.of("carry vlan 330-335"));
        assertThat(departures(carried)).containsExactly("port 1/0/2: carry vlan 320,330-335, within 330-335");
        assertThat(repair(carried)).containsExactly("port 1/0/2", "carry vlan 330-335", "up");
        Rule texts = new ForEach(
                pattern("^port "), Optional.empty(), new HasLine(pattern("^text ")), Optional.of("text \"spare\""));
        assertThat(departures(texts)).hasSize(2);
        assertThat(repair(texts)).contains("text \"spare\"");
        Rule noCarrying =
                new ForEach(pattern("^port "), Optional.empty(), new HasNoLine(pattern("^carry ")), Optional.empty());
        assertThat(departures(noCarrying)).containsExactly("port 1/0/2: carry vlan 320,330-335");
        assertThat(repair(noCarrying)).containsExactly("port 1/0/2", "not carry vlan", "up");
    }

    /** What was not read, or refused, is never a pass; nor does it stand anywhere in the configuration. */
    @ParameterizedTest
    @CsvSource({
        "true, ^clock is set$, PASS",
        "true, ^clock is lost$, FAIL",
        "false, ^clock is set$, FAIL",
        "false, ^clock is lost$, PASS"
    })
    void whatADeviceAnswersIsHeldAgainstAPattern(boolean mustStand, String line, Kind expected) {
        Asked asked = new Asked.Command("show clock");
        Clause clause = clause(new Answer(asked, pattern(line), mustStand));
        List<String> lines = List.of("clock", "clock is set", "from 192.0.2.1");
        Verdict verdict =
                answering(Map.of(asked, new Answered(lines, Optional.empty()))).verdict(clause);
        assertThat(verdict.kind()).isEqualTo(expected);
        assertThat(verdict.evidence().isEmpty()).isEqualTo(expected == Kind.PASS);
        if (expected == Kind.FAIL && !mustStand)
            assertThat(verdict.evidence().get(0).said()).isEqualTo("show clock: clock is set must not stand");
        assertThat(answering(Map.of()).verdict(clause).kind()).isEqualTo(Kind.NOT_KNOWN);
        Verdict refused = answering(Map.of(asked, new Answered(List.of(), Optional.of("no such word"))))
                .verdict(clause);
        assertThat(refused.kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(refused.evidence().get(0).said()).contains("no such word");
        assertThat(judge(SWITCH).section(clause).marks()).isEmpty();
        assertThat(judge(SWITCH).repaired(clause)).isEmpty();
    }

    /** An answer that is one line of a million letters, or a million lines, is no reason to keep it all as evidence. */
    @Test
    void ofALongAnswerLittleIsShown() {
        Asked asked = new Asked.Rows(TableKind.ARP);
        Clause clause = clause(new Answer(asked, pattern("x"), false));
        List<String> lines = Collections.nCopies(1000, "x".repeat(10_000));
        Verdict verdict =
                answering(Map.of(asked, new Answered(lines, Optional.empty()))).verdict(clause);
        assertThat(verdict.evidence()).hasSize(50);
        assertThat(verdict.evidence().get(0).said()).startsWith("arp: xxx").hasSizeLessThan(600);
    }

    private static Judge answering(Map<Asked, Answered> answers) {
        return new Judge(SWITCH, MODEL, Map.of(), Standing.UNKNOWN.answering(answers));
    }

    /** What nobody found out is never a pass. */
    @Test
    void whatIsKnownOfTheDeviceIsTakenAsItWasTold() {
        Clause saved = clause(new Known(Fact.RUNNING_IS_SAVED));
        assertThat(judge(SWITCH).verdict(saved).kind()).isEqualTo(Kind.NOT_KNOWN);
        for (Kind kind : Kind.values()) {
            Standing standing =
                    new Standing(Map.of(Fact.RUNNING_IS_SAVED, new Told(kind, "saved", "not saved")), Map.of());
            Verdict verdict = new Judge(SWITCH, MODEL, Map.of(), standing).verdict(saved);
            assertThat(verdict.kind()).isEqualTo(kind);
            assertThat(verdict.evidence().isEmpty()).isEqualTo(kind == Kind.PASS);
        }
        assertThat(judge(SWITCH).repaired(saved)).isEmpty();
    }
}

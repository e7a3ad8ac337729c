package chaperone.core.standard;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatIllegalArgumentException;

import chaperone.core.change.ConfigModel;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.platform.Platforms;
import chaperone.core.standard.Clause.Binding;
import chaperone.core.standard.Condition.Compares;
import chaperone.core.standard.Rule.ForEach;
import chaperone.core.standard.Rule.Forbidden;
import chaperone.core.standard.Rule.Golden;
import chaperone.core.standard.Verdict.Evidence;
import chaperone.core.standard.Verdict.Kind;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class JudgeTest {
    private static final ConfigModel CORVANE = model("corvane");
    private static final Map<String, String> FIELDS = Map.of("log", "198.51.100.20");
    private static final String SWITCH = """
            # Corvane C2024, release 7.4.2, 99 bytes
            name quay-acc-1
            account guest level view secret c1.11
            vlan 330 "ticket hall"
            port 1/0/1
              member vlan 330
              flood-limit 9
            port 1/0/2
              member vlan 330
            port 1/0/3
              carry vlan 330
              flood-limit 40
            log-server 198.51.100.99
            """;
    private static final Rule FLOOD = new ForEach(
            QuickPattern.of(Pattern.compile("^port ")),
            Optional.of(QuickPattern.of(Pattern.compile("^member vlan 330$"))),
            new Compares(
                    QuickPattern.of(Pattern.compile("^flood-limit (\\d+)$")),
                    ValueKind.NUMBER,
                    Comparison.AT_MOST,
                    "5"),
            Optional.of("flood-limit 5"));
    private static final Rule GUEST =
            new Forbidden(QuickPattern.of(Pattern.compile("^account guest ")), Optional.empty());
    private static final Rule LOGGING = new Golden("log-server {{log}}\ntime-server 198.51.100.7\n");

    private static ConfigModel model(String name) {
        var platform = Platforms.shipped().get(name);
        return ConfigModel.of(platform, platform.noise());
    }

    private static Clause clause(Rule rule) {
        return new Clause("a-1", "for the test", Binding.REFUSE, rule);
    }

    private static Judge judge(String text, Map<String, String> fields) {
        return new Judge(text, CORVANE, fields, Standing.UNKNOWN);
    }

    private static String repaired(String text, Rule rule) {
        return judge(text, FIELDS).repaired(clause(rule)).orElseThrow();
    }

    private static Verdict judged(String text, Rule rule) {
        return judge(text, FIELDS).verdict(clause(rule));
    }

    @Test
    void namesWhatIsMissingAndWhatStandsInstead() {
        Verdict verdict = judged(SWITCH, LOGGING);
        assertThat(verdict.kind()).isEqualTo(Kind.FAIL);
        assertThat(verdict.evidence())
                .extracting(Evidence::expected)
                .containsExactly("log-server 198.51.100.20", "time-server 198.51.100.7");
        assertThat(judged(SWITCH + "log-server 198.51.100.20\ntime-server 198.51.100.7\n", LOGGING)
                        .kind())
                .isEqualTo(Kind.PASS);
    }

    @Test
    void whatStandsInABlockIsComparedThere() {
        Rule golden = new Golden("port 1/0/1\n  member vlan 330\n  flood-limit 2\nvlan 330 \"tickets\"\n");
        List<Evidence> evidence = judged(SWITCH, golden).evidence();
        assertThat(evidence).hasSize(2);
        assertThat(evidence.get(0))
                .isEqualTo(new Evidence(
                        List.of("port 1/0/1"), "flood-limit 2", Optional.of("flood-limit 9"), Optional.of(6)));
        assertThat(evidence.get(1).found()).contains("vlan 330 \"ticket hall\"");
    }

    @Test
    void aFieldWithoutAValueIsNotKnownAndNeverAPass() {
        Verdict verdict = judge(SWITCH, Map.of()).verdict(clause(LOGGING));
        assertThat(verdict.kind()).isEqualTo(Kind.NOT_KNOWN);
        assertThat(verdict.evidence().get(0).found().orElseThrow()).contains("{{log}}");
        assertThatIllegalArgumentException()
                .isThrownBy(() -> judge(SWITCH, Map.of()).repaired(clause(LOGGING)));
    }

    private static List<String> section(Rule rule) {
        return judge(SWITCH, FIELDS).section(clause(rule)).marks().stream()
                .map(mark -> mark.kind() + " " + (mark.line() + 1) + " " + mark.text())
                .toList();
    }

    @Test
    void cutsOutWhatAClauseSpeaksOf() {
        assertThat(section(LOGGING))
                .containsExactly("MISSING 0 log-server 198.51.100.20", "MISSING 0 time-server 198.51.100.7");
        assertThat(section(new Golden("vlan 330 \"tickets\"\nlog-server 198.51.100.99\ntime-server 198.51.100.7\n")))
                .containsExactly(
                        "DEPARTS 4 vlan 330 \"ticket hall\"",
                        "MISSING 4 vlan 330 \"tickets\"",
                        "HOLDS 13 log-server 198.51.100.99",
                        "MISSING 13 time-server 198.51.100.7");
        assertThat(section(GUEST)).containsExactly("DEPARTS 3 account guest level view secret c1.11");
        assertThat(section(FLOOD))
                .containsExactly(
                        "DEPARTS 5 port 1/0/1",
                        "DEPARTS 7 flood-limit 9",
                        "DEPARTS 8 port 1/0/2",
                        "MISSING 8 flood-limit 5");
        assertThat(judge(SWITCH, Map.of()).section(clause(LOGGING)).marks()).isEmpty();
    }

    @Test
    void namesTheLineThatMustNotStand() {
        assertThat(judged(SWITCH, GUEST).evidence())
                .containsExactly(new Evidence(
                        List.of(), "", Optional.of("account guest level view secret c1.11"), Optional.of(2)));
        Rule inPorts = new Forbidden(
                QuickPattern.of(Pattern.compile("^carry ")),
                Optional.of(QuickPattern.of(Pattern.compile("^port 1/0/[12]$"))));
        assertThat(judged(SWITCH, inPorts).kind()).isEqualTo(Kind.PASS);
    }

    @Test
    void judgesEachBlockThatIsMeantAndNoOther() {
        List<Evidence> evidence = judged(SWITCH, FLOOD).evidence();
        assertThat(evidence).extracting(each -> each.path().get(0)).containsExactly("port 1/0/1", "port 1/0/2");
        assertThat(evidence).extracting(Evidence::line).containsExactly(Optional.of(6), Optional.of(7));
        assertThat(evidence.get(1).found()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({"5,PASS", "0005,PASS", "6,FAIL", "99999999999999999999,FAIL"})
    void comparesNumbersAsNumbers(String number, Kind expected) {
        assertThat(judged("port 1/0/1\n  member vlan 330\n  flood-limit " + number + "\n", FLOOD)
                        .kind())
                .isEqualTo(expected);
    }

    @Test
    void repairsWithTheFewestCommands() {
        assertThat(commands(LOGGING)).containsExactly("log-server 198.51.100.20", "time-server 198.51.100.7");
        assertThat(commands(GUEST)).containsExactly("not account guest");
        assertThat(commands(FLOOD))
                .containsExactly("port 1/0/1", "flood-limit 5", "up", "port 1/0/2", "flood-limit 5", "up");
    }

    private static List<String> commands(Rule rule) {
        return CORVANE.patch(SWITCH, repaired(SWITCH, rule)).lines();
    }

    /** Whatever stands: what was repaired passes, a second repair alters nothing, and nothing else was altered. */
    @Test
    void whatIsRepairedPassesAndStaysSo() {
        Random random = new Random(7);
        List<Rule> rules = List.of(
                LOGGING,
                GUEST,
                FLOOD,
                new Golden("port 1/0/7\n  text \"quay\"\n  closed\nlist quay-in\n  10 stop ip any any\n"),
                new Forbidden(
                        QuickPattern.of(Pattern.compile("^flood-limit ")),
                        Optional.of(QuickPattern.of(Pattern.compile("^port ")))));
        for (int i = 0; i < 500; i++) {
            String text = some(random);
            Rule rule = rules.get(random.nextInt(rules.size()));
            String repaired = repaired(text, rule);
            assertThat(judged(repaired, rule).kind()).as("%s%n%s", rule, text).isEqualTo(Kind.PASS);
            String again = repaired(repaired, rule);
            assertThat(CORVANE.patch(repaired, again).isEmpty()).isTrue();
            boolean wasWell = judged(text, rule).kind() == Kind.PASS;
            assertThat(CORVANE.patch(text, repaired).isEmpty()).isEqualTo(wasWell);
        }
    }

    private static String some(Random random) {
        List<String> lines = new ArrayList<>();
        for (String line : SWITCH.lines().toList()) {
            if (random.nextInt(4) > 0 || line.startsWith("port")) lines.add(line);
        }
        if (random.nextBoolean()) lines.add("time-server 198.51.100.7");
        if (random.nextBoolean()) lines.add("log-server 198.51.100.20");
        return String.join("\n", lines) + "\n";
    }
}

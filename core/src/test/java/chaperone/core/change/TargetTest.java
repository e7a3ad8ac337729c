package chaperone.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigEdit.Differing;
import chaperone.core.change.ConfigEdit.Typed;
import chaperone.core.platform.Platforms;
import chaperone.core.structure.ConfigPath;
import java.util.Arrays;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TargetTest {
    private static final ConfigModel CORVANE = model("corvane");
    private static final ConfigModel PELLON = model("pellon");
    private static final String SWITCH = """
            # Corvane C2024, release 7.4.2, 99 bytes
            name quay-acc-1
            account chaperone level admin secret c1.8f2e
            vlan 330 "ticket hall"
            port 1/0/1
              text "kiosk 1"
              member vlan 330
              closed
            log-server 198.51.100.20
            """;
    private static final String SMALL = """
            { "model" : "P8M", "generatedAt" : "2026-11-23T07:58:11Z", "name" : "mv-curlew-sw-1",
              "accounts" : [ { "name" : "chaperone", "level" : "full", "secret" : "p1.aa" } ],
              "ports" : [ { "n" : 1, "label" : "bridge", "on" : true, "rxBytes" : 918273 } ] }
            """;

    private static ConfigModel model(String name) {
        var platform = Platforms.shipped().get(name);
        return ConfigModel.of(platform, platform.noise());
    }

    private static Target typed(String base, ConfigModel model, String... lines) {
        return Target.of(base, List.of(new Typed(List.of(lines))), model);
    }

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
            vlan 340 "fish market" => vlan 340 "fish market" => not vlan 340
            not log-server 198.51.100.20 => not log-server 198.51.100.20 => log-server 198.51.100.20
            port 1/0/1/open/up => port 1/0/1/not closed/up => port 1/0/1/closed/up
            port 1/0/1/text "kiosk 2"/up => port 1/0/1/text "kiosk 2"/up => port 1/0/1/text "kiosk 1"/up
            """)
    void saysWhatIsSentAndWhatWouldUndoIt(String lines, String commands, String undo) {
        Target target = typed(SWITCH, CORVANE, lines(lines));
        assertThat(target.commands().lines()).containsExactly(lines(commands));
        assertThat(target.undo().lines()).containsExactly(lines(undo));
        assertThat(target.isReady()).isTrue();
    }

    /** In the table a slash between statements ends a line; those in the names of ports stay. */
    private static String[] lines(String cell) {
        return cell.split("/(?=[a-z])");
    }

    @Test
    void namesLinesThatAlterNothing() {
        Target target = typed(SWITCH, CORVANE, "name quay-acc-1", "port 1/0/1", "closed", "flood-limit 0", "up");
        assertThat(target.remarks())
                .containsExactly(
                        new Remark(Remark.Kind.STANDS_ALREADY, "name quay-acc-1"),
                        new Remark(Remark.Kind.STANDS_ALREADY, "closed"),
                        new Remark(Remark.Kind.IS_DEFAULT, "flood-limit 0"));
        assertThat(target.commands().isEmpty()).isTrue();
        assertThat(target.isReady()).isFalse();
    }

    @Test
    void aDefaultThatTakesAValueAwayIsAChange() {
        String limited = SWITCH.replace("  closed\n", "  closed\n  flood-limit 9\n");
        Target target = typed(limited, CORVANE, "port 1/0/1", "flood-limit 0", "up");
        assertThat(target.remarks()).isEmpty();
        assertThat(target.commands().lines()).containsExactly("port 1/0/1", "not flood-limit", "up");
    }

    @Test
    void namesTheLineThatSpeaksOfNothing() {
        Target target = typed(SWITCH, CORVANE, "vlan 340", "not vlan 999");
        assertThat(target.isReady()).isFalse();
        assertThat(target.misfits().get(0)).singleElement().satisfies(misfit -> {
            assertThat(misfit.line()).contains(1);
            assertThat(misfit.message()).contains("vlan 999");
        });
    }

    @Test
    void putsBackOnePartAndLeavesTheOther() {
        String today = SWITCH.replace("kiosk 1", "bait shop").replace("198.51.100.20", "198.51.100.99");
        Target whole = Target.of(today, List.of(new Differing(today, SWITCH, Set.of(), Set.of())), CORVANE);
        assertThat(whole.commands().lines())
                .containsExactly(
                        "port 1/0/1",
                        "text \"kiosk 1\"",
                        "up",
                        "log-server 198.51.100.20",
                        "not log-server 198.51.100.99");
        Target part = Target.of(today, List.of(new Differing(today, SWITCH, Set.of("port 1/0/1"), Set.of())), CORVANE);
        assertThat(part.commands().lines()).containsExactly("port 1/0/1", "text \"kiosk 1\"", "up");
    }

    @Test
    void namesAllThatWasAlteredSinceAndLeavesOutWhatIsChosen() {
        String changed = SWITCH.replace("kiosk 1", "kiosk 7").replace("\"ticket hall\"", "\"tickets\"");
        String today = changed.replace("kiosk 7", "bait shop");
        Differing undo = new Differing(changed, SWITCH, Set.of(), Set.of());
        Target target = Target.of(today, List.of(undo), CORVANE);
        assertThat(target.misfits().get(0)).singleElement().satisfies(misfit -> {
            assertThat(misfit.message()).contains("port 1/0/1").contains("altered since");
            assertThat(misfit.found()).contains("text \"bait shop\"");
        });
        ConfigPath path = target.misfits().get(0).get(0).path().orElseThrow();
        Target rest = Target.of(today, List.of(new Differing(changed, SWITCH, Set.of(), Set.of(path))), CORVANE);
        assertThat(rest.commands().lines()).containsExactly("vlan 330 \"ticket hall\"");
    }

    @Test
    void whatSomebodyHasDoneAlreadyIsNoConflict() {
        String changed = SWITCH.replace("kiosk 1", "kiosk 7");
        Target target = Target.of(SWITCH, List.of(new Differing(changed, SWITCH, Set.of(), Set.of())), CORVANE);
        assertThat(target.misfits()).isEmpty();
        assertThat(target.remarks())
                .singleElement()
                .satisfies(remark -> assertThat(remark.kind()).isEqualTo(Remark.Kind.STANDS_ALREADY));
    }

    /** It would stand there twice otherwise. */
    @Test
    void whatSomebodyHasAddedMeanwhileIsNotAddedAgain() {
        String without = SWITCH.replace("vlan 330 \"ticket hall\"\n", "");
        Differing back = new Differing(without, SWITCH, Set.of(), Set.of());
        Target same = Target.of(SWITCH.replace("kiosk 1", "kiosk 2"), List.of(back), CORVANE);
        assertThat(same.commands().isEmpty()).isTrue();
        assertThat(same.promise().text()).containsOnlyOnce("vlan 330 \"");
        Target other = Target.of(SWITCH.replace("ticket hall", "tickets"), List.of(back), CORVANE);
        assertThat(other.misfits().get(0))
                .singleElement()
                .satisfies(misfit -> assertThat(misfit.found()).contains("vlan 330 \"tickets\""));
        String block = SWITCH.replace("port 1/0/1\n  text \"kiosk 1\"\n  member vlan 330\n  closed\n", "");
        Target half = Target.of(
                SWITCH.replace("  closed\n", ""), List.of(new Differing(block, SWITCH, Set.of(), Set.of())), CORVANE);
        assertThat(half.commands().lines()).containsExactly("port 1/0/1", "closed", "up");
    }

    @Test
    void sendsTheLeastMergePatch() {
        Target target = typed(SMALL, PELLON, "{ \"welcome\": \"on duty\",", "  \"name\": null }");
        assertThat(target.commands().lines()).containsExactly("""
                {
                  "welcome": "on duty",
                  "name" : null
                }""");
        assertThat(target.undo().lines()).containsExactly("""
                {
                  "name" : "mv-curlew-sw-1",
                  "welcome" : null
                }""");
    }

    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
            {"a":"b"} => {"a":"c"} => {"a":"c"}
            {"a":"b"} => {"b":"c"} => {"a":"b","b":"c"}
            {"a":"b"} => {"a":null} => {}
            {"a":"b","b":"c"} => {"a":null} => {"b":"c"}
            {"a":["b"]} => {"a":"c"} => {"a":"c"}
            {"a":"c"} => {"a":["b"]} => {"a":["b"]}
            {"a":{"b":"c"}} => {"a":{"b":"d","c":null}} => {"a":{"b":"d"}}
            {"a":[{"b":"c"}]} => {"a":[1]} => {"a":[1]}
            {"e":null} => {"a":1} => {"e":null,"a":1}
            {} => {"a":{"bb":{"ccc":null}}} => {"a":{"bb":{}}}
            """)
    void mergesAsTheAppendixOfTheStandardShows(String document, String patch, String expected) {
        String after = typed(document, PELLON, patch).promise().text();
        assertThat(after.replaceAll("\\s", "")).isEqualTo(expected);
    }

    @Test
    void aSecretMayComeBackInAnotherFormOnlyIfItWasPut() {
        Target target = typed(SWITCH, CORVANE, "account deckhand level view secret bait");
        String promised = target.promise().text();
        String hashed = promised.replace("secret bait", "secret c1.77aa");
        assertThat(target.promise().isKeptBy(hashed, CORVANE)).isTrue();
        assertThat(target.promise().isKeptBy(hashed.replace("level view", "level admin"), CORVANE))
                .isFalse();
        assertThat(target.promise().isKeptBy(hashed.replace("c1.8f2e", "c1.0000"), CORVANE))
                .as("a secret that nobody put")
                .isFalse();
        assertThat(target.promise().isKeptBy(SWITCH, CORVANE)).isFalse();
    }

    @Test
    void aSecretOfADocumentMayComeBackInAnotherForm() {
        Target target = typed(
                SMALL,
                PELLON,
                "{ \"accounts\": [ { \"name\": \"chaperone\", \"level\": \"full\", \"secret\": \"bait\" } ] }");
        String hashed = target.promise().text().replace("bait", "p1.77");
        assertThat(target.promise().isKeptBy(hashed, PELLON)).isTrue();
        assertThat(target.promise().isKeptBy(hashed.replace("\"full\"", "\"look\""), PELLON))
                .isFalse();
    }

    /** Whatever order somebody typed them in, and wherever they stand in the configuration. */
    @Test
    void whatIsUsedIsThereBeforeAndGoesAfter() {
        Target target = typed(SWITCH, CORVANE, "port 1/0/2", "member vlan 350", "up", "vlan 350 \"salt store\"");
        assertThat(target.commands().lines())
                .containsExactly("vlan 350 \"salt store\"", "port 1/0/2", "member vlan 350", "up");
        assertThat(target.undo().lines()).containsExactly("not port 1/0/2", "not vlan 350");
        ConfigModel firewall = model("brisling");
        String rules =
                "zone quay ports e1\nrule 10 \"a\" from quay to quay source any destination any service any do pass\n";
        Target opened = typed(
                rules,
                firewall,
                "object kiosk host 192.0.2.7",
                "rule 20 \"b\" from quay to quay source kiosk destination any service any do pass",
                "place rule 20 before 10");
        assertThat(opened.commands().lines()).hasSize(3).first().isEqualTo("object kiosk host 192.0.2.7");
        assertThat(opened.undo().lines()).containsExactly("erase rule 20", "erase object kiosk");
    }

    /** Only what differs of a list is said, unless that would leave the rest in another order. */
    @ParameterizedTest
    @CsvSource(delimiterString = " => ", textBlock = """
            a b => a b c => put system clock-from c
            a b => b => cut system clock-from a
            a b c => a c d => cut system clock-from b;put system clock-from d
            a b => b a => cut system clock-from;put system clock-from b;put system clock-from a
            a b => c d => cut system clock-from;put system clock-from c;put system clock-from d
            """)
    void altersListsByTheirValues(String before, String after, String commands) {
        ConfigModel router = model("altamont");
        String text = "system { clock-from [ %s ]; }\n";
        assertThat(router.patch(text.formatted(before), text.formatted(after)).lines())
                .containsExactly(commands.split(";"));
    }

    @Test
    void editsAreAppliedInTheirOrder() {
        List<ConfigEdit> edits = Arrays.asList(
                new Typed(List.of("vlan 340 \"fish\"")), new Typed(List.of("not vlan 340", "vlan 341 \"bait\"")));
        Target target = Target.of(SWITCH, edits, CORVANE);
        assertThat(target.commands().lines()).containsExactly("vlan 341 \"bait\"");
        assertThat(target.differences().counts().added()).isEqualTo(1);
    }
}

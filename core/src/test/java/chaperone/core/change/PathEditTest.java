package chaperone.core.change;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.change.ConfigEdit.Outcome;
import chaperone.core.change.PathEdit.Add;
import chaperone.core.change.PathEdit.Deed;
import chaperone.core.change.PathEdit.Move;
import chaperone.core.change.PathEdit.Place;
import chaperone.core.change.PathEdit.Put;
import chaperone.core.change.PathEdit.Remove;
import chaperone.core.change.PathEdit.Where;
import chaperone.core.platform.Platforms;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class PathEditTest {
    private static final Map<String, String> TEXTS = Map.of(
            "corvane",
            """
            name quay-acc-1
            vlan 330 "ticket hall"
            vlan 340 "fish market"
            port 1/0/1
              text "kiosk 1"
              member vlan 330
            list quay-in
              10 pass tcp 192.0.2.0/27 any 443
              20 stop ip any any
            welcome
              | for staff
            """,
            "altamont",
            """
            system { name cairn-rtr-1; }
            ports { wan-0 { text "to x"; address 203.0.113.66/30; } lan-0 { text "quay"; } }
            filters { chain edge-in { step web { then pass; } step rest { then stop; } } }
            """,
            "brisling",
            """
            zone quay ports e1
            object kiosk-1 host 192.0.2.10
            rule 118 "pay" from quay to quay source kiosk-1 destination any service any do pass
            rule 119 "old" from quay to quay source any destination any service any do stop
            """,
            "pellon",
            """
            { "name": "mv", "vlans": [ { "id": 30, "label": "crew" }, { "id": 40, "label": "guests" } ],
              "ports": [ { "n": 1, "label": "bridge", "on": true } ] }
            """,
            "plain-netconf",
            "<data><system><name>duns</name></system><ports><port><name>lan-2</name></port></ports></data>");

    private static ConfigModel model(String platform) {
        var found = Platforms.shipped().get(platform);
        return ConfigModel.of(found, found.noise());
    }

    private static Outcome apply(String platform, Deed deed, String... path) {
        return new PathEdit(List.of(path), deed).applyTo(TEXTS.get(platform), model(platform));
    }

    private static String applied(Outcome outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Applied.class);
        return ((Outcome.Applied) outcome).text();
    }

    private static String refused(Outcome outcome) {
        assertThat(outcome).isInstanceOf(Outcome.Refused.class);
        return ((Outcome.Refused) outcome).misfits().get(0).message();
    }

    private static Deed put(String text) {
        return new Put(text, Optional.empty());
    }

    /** What it makes is what somebody gets who alters the text by hand. */
    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '~', textBlock = """
            corvane; port 1/0/1 > text; text "kiosk 2"; text "kiosk 1"; text "kiosk 2"
            corvane; vlan 340; vlan 340 "fish hall"; vlan 340 "fish market"; vlan 340 "fish hall"
            corvane; list quay-in > 20; 20 stop udp any any; 20 stop ip any any; 20 stop udp any any
            altamont; ports > wan-0 > address; address 203.0.113.70/30; address 203.0.113.66/30; address 203.0.113.70/30
            brisling; rule 119; rule 119 "new" from quay to quay do stop; rule 119 "old" from quay to quay source any destination any service any do stop; rule 119 "new" from quay to quay do stop
            pellon; vlans > id=30 > label; "label": "deck"; "crew"; "deck"
            pellon; vlans > id=30; { "id": 30, "label": "deck" }; "crew"; "deck"
            """)
    void putsInPlaceOfWhatStands(String platform, String path, String text, String was, String is) {
        String said = platform.equals("altamont") ? text + ";" : text;
        String after = applied(apply(platform, put(said), path.split(" > ")));
        String byHand = TEXTS.get(platform).replace(was, is);
        assertThat(byHand).isNotEqualTo(TEXTS.get(platform));
        ConfigModel model = model(platform);
        assertThat(model.written(after)).isEqualTo(model.written(byHand));
    }

    /** Every statement, taken away and put again with its own text, at the place where it stood, gives what was there. */
    @ParameterizedTest
    @ValueSource(strings = {"corvane", "altamont", "brisling", "pellon", "plain-netconf"})
    void whatIsTakenAwayAndPutAgainStandsAsItDid(String platform) {
        ConfigModel model = model(platform);
        String text = TEXTS.get(platform);
        List<List<String>> paths = new ArrayList<>();
        Statement root = model.read(text);
        boolean isDocument =
                root.children().size() == 1 && root.children().get(0).text().isEmpty();
        paths(isDocument ? root.children().get(0) : root, List.of(), paths);
        assertThat(paths).hasSizeGreaterThan(3);
        for (List<String> path : paths) {
            List<Statement> siblings = siblings(isDocument ? root.children().get(0) : root, path);
            int at = siblings.stream()
                    .map(each -> each.step().toString())
                    .toList()
                    .indexOf(path.get(path.size() - 1));
            String own = model.grammar().write(List.of(siblings.get(at).value()));
            Optional<Place> place = at == 0
                    ? Optional.of(new Place(Where.FIRST, Optional.empty()))
                    : Optional.of(new Place(
                            Where.AFTER, Optional.of(siblings.get(at - 1).step().toString())));
            String without = applied(new PathEdit(path, new Remove()).applyTo(text, model));
            assertThat(model.differences(text, without).counts().areNone())
                    .as("%s", path)
                    .isFalse();
            // Alone in its block, the block goes with it; without its key, an entry has another name.
            if (siblings.size() == 1 || List.of("id", "n").contains(path.get(path.size() - 1))) continue;
            String again = applied(new PathEdit(path, new Put(own, place)).applyTo(without, model));
            assertThat(model.written(again)).as("%s", path).isEqualTo(model.written(text));
        }
    }

    private static void paths(Statement above, List<String> so, List<List<String>> paths) {
        for (Statement each : above.children()) {
            List<String> path = new ArrayList<>(so);
            path.add(each.step().toString());
            paths.add(path);
            paths(each, path, paths);
        }
    }

    private static List<Statement> siblings(Statement root, List<String> path) {
        Statement at = root;
        for (String step : path.subList(0, path.size() - 1))
            at = at.children().stream()
                    .filter(each -> each.step().toString().equals(step))
                    .findFirst()
                    .orElseThrow();
        return at.children();
    }

    @Test
    void movesWhereOrderCounts() {
        Deed before = new Move(new Place(Where.BEFORE, Optional.of("step web")));
        String moved = applied(apply("altamont", before, "filters", "chain edge-in", "step rest"));
        assertThat(moved.indexOf("step rest")).isLessThan(moved.indexOf("step web"));
        Target target = Target.of(
                TEXTS.get("brisling"),
                List.of(new PathEdit(List.of("rule 118"), new Move(new Place(Where.LAST, Optional.empty())))),
                model("brisling"));
        assertThat(target.commands().lines()).containsExactly("place rule 119 before 118");
    }

    @Test
    void addsWhatWasNotThere() {
        String port = "  port 1/0/2\n    text \"kiosk 2\"\n";
        assertThat(applied(apply("corvane", put(port), "port 1/0/2"))).contains("port 1/0/2\n  text \"kiosk 2\"");
        assertThat(applied(apply("pellon", put("{ \"id\": 50 }"), "vlans", "id=50")))
                .contains("50");
        assertThat(applied(apply("pellon", put("\"welcome\": \"hello\""), "welcome")))
                .contains("hello");
        Deed first = new Put("step icmp { then pass; }", Optional.of(new Place(Where.FIRST, Optional.empty())));
        String chain = applied(apply("altamont", first, "filters", "chain edge-in", "step icmp"));
        assertThat(chain.indexOf("step icmp")).isLessThan(chain.indexOf("step web"));
    }

    @Test
    void addsOneMoreToABlock() {
        Deed closed = new Add("closed", Optional.empty());
        assertThat(applied(apply("corvane", closed, "port 1/0/1"))).contains("  member vlan 330\n  closed\n");
        Deed log = new Add("log-server 192.0.2.9", Optional.empty());
        assertThat(applied(apply("corvane", log))).contains("log-server 192.0.2.9");
        Deed rule = new Add("15 pass ip any any", Optional.of(new Place(Where.AFTER, Optional.of("10"))));
        assertThat(applied(apply("corvane", rule, "list quay-in")))
                .containsSubsequence("10 pass", "15 pass", "20 stop");
        assertThat(applied(apply("pellon", new Add("{ \"id\": 50 }", Optional.empty()), "vlans")))
                .contains("50");
        assertThat(applied(apply("altamont", new Add("lan-1 { text \"x\"; }", Optional.empty()), "ports")))
                .contains("lan-1");
        assertThat(refused(apply("corvane", new Add("vlan 330 \"x\"", Optional.empty()))))
                .contains("another");
        assertThat(refused(apply("corvane", closed, "port 1/0/9"))).contains("port 1/0/9");
    }

    @Test
    void aStatementUnderAnotherNameTakesItsPlace() {
        Target target = Target.of(
                TEXTS.get("corvane"),
                List.of(new PathEdit(List.of("vlan 340"), put("vlan 350 \"fish market\""))),
                model("corvane"));
        assertThat(target.commands().lines()).containsExactlyInAnyOrder("not vlan 340", "vlan 350 \"fish market\"");
        assertThat(refused(apply("corvane", put("vlan 330 \"fish market\""), "vlan 340")))
                .contains("another \"vlan 330\"");
    }

    @Test
    void theWholeConfigurationMayBePut() {
        assertThat(applied(
                        new PathEdit(List.of(), put("name other\n")).applyTo(TEXTS.get("corvane"), model("corvane"))))
                .isEqualTo("name other\n");
        assertThat(refused(apply("corvane", new Remove()))).contains("only be put");
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '~', nullValues = "-", textBlock = """
            corvane; port 1/0/9 > text; text "x"; "port 1/0/9" is not there
            corvane; port 1/0/9; -; "port 1/0/9" is not there
            corvane; port 1/0/1 > text > deeper > still; text "x"; "port 1/0/1 / text / deeper" is not there
            corvane; vlan 340; ~vlan 340 "x"\\nvlan 341 "y"~; one statement is needed here, and 2 stand
            corvane; vlan 340; ~ ~; no statement stands here
            altamont; ports > wan-0; ~wan-0 { text "x"~; -
            pellon; vlans > id=30; ~{ "id": ~; -
            """)
    void whatDoesNotFitIsNamed(String platform, String path, String text, String message) {
        Deed deed = text == null ? new Remove() : put(text.replace("\\n", "\n"));
        String said = refused(apply(platform, deed, path.split(" > ")));
        if (message == null) assertThat(said).isNotEmpty();
        else assertThat(said).isEqualTo(message);
    }

    @Test
    void whatStandsAlreadyIsSaid() {
        Outcome.Applied outcome = (Outcome.Applied) apply("corvane", put("vlan 340 \"fish market\""), "vlan 340");
        assertThat(outcome.remarks()).containsExactly(new Remark(Remark.Kind.STANDS_ALREADY, "vlan 340"));
    }
}

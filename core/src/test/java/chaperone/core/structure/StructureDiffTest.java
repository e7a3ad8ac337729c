package chaperone.core.structure;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.compare.AnyConfig;
import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.Noise;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.structure.Difference.Kind;
import chaperone.core.structure.StructureDiff.Counts;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.TreeMap;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Assume;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class StructureDiffTest {

    @Property
    void carriedOutOnTheOneItMeansTheOther(@ForAll("grammars") String grammar, @ForAll long seed, @ForAll long edits) {
        Statement before = AnyConfig.statements(grammar, AnyConfig.text(grammar, seed));
        for (Statement after : others(grammar, before, edits)) {
            StructureDiff diff = StructureDiff.between(before, after);
            assertThat(meaning(applied(diff, before))).isEqualTo(meaning(after));
            assertThat(diff.counts().areNone()).isEqualTo(meaning(before).equals(meaning(after)));
        }
    }

    /** The same statements in another order, where that means nothing: what leads to them is the same. */
    @Property
    void itCanBeCarriedOutWhereTheSameStandsInAnotherOrder(
            @ForAll("grammars") String grammar, @ForAll long seed, @ForAll long edits) {
        Statement before = AnyConfig.statements(grammar, AnyConfig.text(grammar, seed));
        Assume.that(!hasNamesakes(before));
        Statement turned = AnyConfig.placed(shuffledLoose(before, new Random(edits)));
        for (Statement after : others(grammar, before, edits)) {
            StructureDiff diff = StructureDiff.between(before, after);
            assertThat(meaning(applied(diff, turned))).isEqualTo(meaning(after));
        }
    }

    /** Siblings of one name are told apart by their order alone. */
    private static boolean hasNamesakes(Statement statement) {
        return statement.step().ordinal() > 0
                || statement.children().stream().anyMatch(StructureDiffTest::hasNamesakes);
    }

    /** Where something else stands by now, the edit says so, and which statement it is. */
    @Property
    void elsewhereItIsCarriedOutOrSaysWhatDoesNotFit(
            @ForAll("grammars") String grammar, @ForAll long seed, @ForAll long edits) {
        Statement before = AnyConfig.statements(grammar, AnyConfig.text(grammar, seed));
        Statement today = AnyConfig.placed(AnyConfig.edited(before, new Random(~edits)));
        StructureDiff diff =
                StructureDiff.between(before, AnyConfig.placed(AnyConfig.edited(before, new Random(edits))));
        StructureEdit.Outcome outcome = StructureEdit.apply(diff, today);
        if (outcome instanceof StructureEdit.Outcome.Conflict conflict) {
            assertThat(diff.differences()).contains(conflict.difference());
            assertThat(conflict.at().findIn(today).map(Statement::key))
                    .isEqualTo(conflict.found().map(Statement::key));
        } else {
            Statement done = ((StructureEdit.Outcome.Applied) outcome).root();
            assertThat(count(done))
                    .isEqualTo(
                            count(today) + diff.counts().added() - diff.counts().removed());
        }
    }

    @Property
    void whatLeadsToAStatementLeadsToItAlone(@ForAll("grammars") String grammar, @ForAll long seed) {
        Statement root = AnyConfig.statements(grammar, AnyConfig.text(grammar, seed));
        assertLeads(root, root, ConfigPath.ROOT);
    }

    private static void assertLeads(Statement root, Statement statement, ConfigPath path) {
        assertThat(path.findIn(root).orElseThrow()).as(path.toString()).isSameAs(statement);
        for (Statement child : statement.children()) assertLeads(root, child, path.with(child.step()));
    }

    private static int count(Statement statement) {
        return 1
                + statement.children().stream()
                        .mapToInt(StructureDiffTest::count)
                        .sum();
    }

    private static Statement applied(StructureDiff diff, Statement before) {
        StructureEdit.Outcome outcome = StructureEdit.apply(diff, before);
        assertThat(outcome).isInstanceOf(StructureEdit.Outcome.Applied.class);
        return ((StructureEdit.Outcome.Applied) outcome).root();
    }

    @Property
    void countsAreTheSameInBothDirections(@ForAll("grammars") String grammar, @ForAll long seed, @ForAll long edits) {
        Statement before = AnyConfig.statements(grammar, AnyConfig.text(grammar, seed));
        for (Statement after : others(grammar, before, edits)) {
            Counts there = StructureDiff.between(before, after).counts();
            Counts back = StructureDiff.between(after, before).counts();
            assertThat(back)
                    .isEqualTo(
                            new Counts(there.removed(), there.modified(), there.added(), there.moved(), there.aside()));
        }
    }

    /** Each block's statements in another order: those whose order counts keep it. */
    @Property
    void anotherOrderIsNoDifferenceWhereOrderDoesNotCount(
            @ForAll("grammars") String grammar, @ForAll long seed, @ForAll long order) {
        Statement before = AnyConfig.statements(grammar, AnyConfig.text(grammar, seed));
        Statement turned = AnyConfig.placed(shuffledLoose(before, new Random(order)));
        assertThat(StructureDiff.between(before, turned).counts())
                .satisfies(counts -> assertThat(counts.areNone()).isTrue());
    }

    @Property
    void anotherOrderIsADifferenceWhereItCounts(@ForAll long seed) {
        List<String> rules = new ArrayList<>(List.of("a", "b", "c", "d", "e", "f"));
        Statement before = list(rules);
        Collections.shuffle(rules, new Random(seed));
        Counts counts = StructureDiff.between(before, list(rules)).counts();
        boolean isTurned = !rules.equals(List.of("a", "b", "c", "d", "e", "f"));
        assertThat(counts.moved() > 0).isEqualTo(isTurned);
        assertThat(counts.added() + counts.removed() + counts.modified()).isZero();
    }

    private static Statement list(List<String> rules) {
        return read(
                "corvane",
                "list quay-in\n  "
                        + String.join(
                                "\n  ",
                                rules.stream()
                                        .map(rule -> "10 pass tcp any " + rule)
                                        .toList()));
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
        corvane | port 1;  text "a";port 2        | port 2;port 1;  text "a"            | 0 0 0 0
        corvane | port 1;  text "a"               | port 1;  text "b c d e"             | 0 1 0 0
        corvane | port 1;  flood-limit 2          | port 1;  flood-limit 5              | 0 1 0 0
        corvane | port 1;  open                   | port 1                              | 0 0 0 0
        corvane | port 1;  flood-limit 0          | port 1;  flood-limit 3              | 1 0 0 0
        corvane | vlan 1 "a";vlan 2 "b"           | vlan 2 "b";vlan 1 "c"               | 0 1 0 0
        corvane | vlan 1 "a"                      | vlan 2 "a"                          | 1 0 1 0
        corvane | list x;  10 pass ip a;  20 stop | list x;  20 pass ip a;  40 stop     | 0 0 0 0
        corvane | list x;  10 pass ip a;  20 stop | list x;  10 stop;  20 pass ip a     | 0 0 0 1
        corvane | list x;  10 pass ip a;  20 stop | list x;  5 pass q b;  10 pass ip a;  20 stop | 1 0 0 0
        corvane | welcome;  ! a;  ! b             | welcome;  ! b;  ! a                 | 0 0 0 1
        corvane | port 1;  closed;port 2          | port 1;port 2;  closed              | 1 0 1 0
        brisling | rule 1 a b;rule 2 c d;rule 3 e | rule 2 c d;rule 1 a b;rule 3 e      | 0 0 0 1
        brisling | rule 1 a b;rule 2 c d          | rule 1 a z;rule 2 c d               | 0 1 0 0
        brisling | object a host 1;rule 1 a       | rule 1 a;object a host 2            | 0 1 0 0
        altamont | chain c { step a { x 1; } step b { y; } } | chain c { step b { y; } step a { x 2; } } | 0 1 0 1
        altamont | ports { a { x 1; } b { y 2; } } | ports { b { y 2; } a { x 1; } }     | 0 0 0 0
        pellon | {"vlans": [{"id": 1, "label": "a"}, {"id": 2}]} | {"vlans": [{"id": 2}, {"label": "b", "id": 1}]} | 0 1 0 0
        plain-netconf | <a><e><n>1</n><v>x</v></e><e><n>2</n></e></a> | <a><e><n>2</n></e><e><n>1</n><v>y</v></e></a> | 0 1 0 0
        """, quoteCharacter = '`')
    void readsAsAnEngineerWouldSayIt(String platform, String before, String after, String counts) {
        Counts found = StructureDiff.between(text(platform, before), text(platform, after))
                .counts();
        assertThat(found.added() + " " + found.modified() + " " + found.removed() + " " + found.moved())
                .isEqualTo(counts);
    }

    @Test
    void tellsThePathAndTheValueOfWhatHasChanged() {
        StructureDiff diff = StructureDiff.between(
                text("corvane", "port 1/0/24;  text \"a\";  flood-limit 2"),
                text("corvane", "port 1/0/24;  text \"a\";  flood-limit 5"));
        assertThat(diff.differences()).singleElement().satisfies(each -> {
            assertThat(each.path()).extracting(Difference.Part::label).containsExactly("port 1/0/24");
            assertThat(each.sameUpTo()).isEqualTo("flood-limit".length());
            assertThat(each.before().orElseThrow().line()).isEqualTo(2);
        });
    }

    @Property
    void noiseHidesNothingOutsideItsPattern(
            @ForAll("words") String moving,
            @ForAll("words") String moved,
            @ForAll("words") String kept,
            @ForAll("words") String other) {
        Noise noise = new Noise(List.of(new Noise.Item("lease", Pattern.compile("lease (\\S+)"), "it runs out")));
        Counts counts = StructureDiff.between(leased(moving, kept, noise), leased(moved, other, noise))
                .counts();
        assertThat(counts.areNone()).isEqualTo(kept.equals(other));
        if (counts.areNone()) assertThat(counts.aside()).isEqualTo(moving.equals(moved) ? 0 : 1);
    }

    private static Statement leased(String lease, String port, Noise noise) {
        String text = "port 1\n  lease " + lease + " to " + port;
        return StructureDiff.read(
                noise.in(ConfigDocument.read(AnyConfig.GRAMMARS.get("indented"), text)), Structure.NONE);
    }

    @Provide
    Arbitrary<String> words() {
        return Arbitraries.of("a", "b", "ab", "1/0/1", "to");
    }

    /** As a hostile text could have it: each is matched with one of its kind, and what is left over is told. */
    @Test
    void aGreatManyEqualStatementsAreMatchedOneByOne() {
        String line = "log-server 198.51.100.20\n";
        Counts counts = StructureDiff.between(
                        read("corvane", line.repeat(60_000)), read("corvane", line.repeat(59_998) + "port 1\n  open\n"))
                .counts();
        assertThat(counts).isEqualTo(new Counts(1, 0, 2, 0, 0));
    }

    @Test
    void whatHasNoMeaningIsSetAsideAndCanStillBeSeen() {
        StructureDiff diff = StructureDiff.between(
                text("corvane", "# Corvane C7012, release 7.4.2, 10 bytes;port 1;  open;list x;  10 stop"),
                text("corvane", "# Corvane C7012, release 7.4.2, 12 bytes;list x;  20 stop;port 1"));
        assertThat(diff.differences())
                .extracting(Difference::kind)
                .containsExactlyInAnyOrder(Kind.NOISE, Kind.UNSAID, Kind.RENUMBERED, Kind.REORDERED);
        assertThat(diff.counts()).isEqualTo(new Counts(0, 0, 0, 0, 4));
    }

    @Provide
    Arbitrary<String> grammars() {
        return Arbitraries.of(AnyConfig.GRAMMARS.keySet().stream().sorted().toList());
    }

    /** The same with edits, and one that has little to do with it. */
    private static List<Statement> others(String grammar, Statement before, long edits) {
        return List.of(
                AnyConfig.placed(AnyConfig.edited(before, new Random(edits))),
                AnyConfig.statements(grammar, AnyConfig.text(grammar, edits)));
    }

    /** The textbook form: sorted where order does not count; written without regard to how differences are found. */
    private static String meaning(Statement statement) {
        List<String> loose = new ArrayList<>();
        Map<Integer, StringBuilder> ordered = new TreeMap<>();
        for (Statement child : statement.children()) {
            if (child.isOrdered())
                ordered.computeIfAbsent(child.order(), order -> new StringBuilder())
                        .append(meaning(child));
            else loose.add(meaning(child));
        }
        Collections.sort(loose);
        return "(" + statement.key() + loose + ordered + ")";
    }

    private static Statement shuffledLoose(Statement statement, Random random) {
        List<Statement> loose = new ArrayList<>();
        List<Statement> ordered = new ArrayList<>();
        for (Statement child : statement.children()) {
            (child.isOrdered() ? ordered : loose).add(shuffledLoose(child, random));
        }
        Collections.shuffle(loose, random);
        List<Statement> children = new ArrayList<>(ordered);
        for (Statement each : loose) children.add(random.nextInt(children.size() + 1), each);
        return AnyConfig.with(statement, children);
    }

    private static Statement text(String platform, String lines) {
        return read(platform, lines.replace('!', '|').replace(';', platform.equals("altamont") ? ';' : '\n'));
    }

    private static Statement read(String platform, String text) {
        Platform known = Platforms.shipped().get(platform);
        return StructureDiff.read(known.noise().in(ConfigDocument.read(known.grammar(), text)), known.structure());
    }
}

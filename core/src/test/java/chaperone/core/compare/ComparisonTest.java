package chaperone.core.compare;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.compare.CompareRow.Kind;
import chaperone.core.compare.CompareRow.Side;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.IndentedGrammar;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.Function;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class ComparisonTest {
    private static final Noise NOISE = new Noise(List.of(
            new Noise.Item("count", Pattern.compile("^# (\\d+) bytes$"), "counts"),
            new Noise.Item("clock", Pattern.compile("^clock "), "moves")));

    @Property
    void eachSideReadsAsItsText(@ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        Comparison comparison = Comparison.between(before, after, NOISE);
        assertThat(side(comparison, CompareRow::before)).isEqualTo(before);
        assertThat(side(comparison, CompareRow::after)).isEqualTo(after);
    }

    @Property
    void countsAreSymmetric(@ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        Comparison.Counts there = between(before, after).counts();
        Comparison.Counts back = between(after, before).counts();
        assertThat(back)
                .isEqualTo(new Comparison.Counts(
                        there.removed(),
                        there.modified(),
                        there.added(),
                        there.moved(),
                        there.noise(),
                        there.places()));
        assertThat(there.added() - there.removed()).isEqualTo(after.size() - before.size());
        assertThat(there.areNone()).isEqualTo(before.equals(after));
    }

    /** What is told as moved stands on both sides, the same line below the same head. */
    @Property
    void aMovedLineIsToldOnBothSides(@ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        Comparison comparison = between(before, after);
        List<CompareRow> moved = comparison.rows().stream()
                .filter(row -> row.kind() == Kind.MOVED)
                .toList();
        assertThat(moved).hasSize(2 * comparison.counts().moved());
        for (CompareRow row : moved) {
            int there = row.elsewhere().orElseThrow();
            String other = row.before().isPresent() ? after.get(there) : before.get(there);
            assertThat(row.before().or(row::after).orElseThrow().text()).isEqualTo(other);
        }
    }

    @Test
    void theSameLineBelowAnotherHeadIsAnotherThing() {
        List<String> before = List.of("port 1", "  closed", "port 2", "  text \"a\"");
        List<String> after = List.of("port 1", "port 2", "  text \"a\"", "  closed");
        assertThat(between(before, after).counts()).isEqualTo(new Comparison.Counts(1, 0, 1, 0, 0, 2));
        List<String> turned = List.of("port 2", "  text \"a\"", "port 1", "  closed");
        assertThat(between(before, turned).counts()).isEqualTo(new Comparison.Counts(0, 0, 0, 2, 0, 2));
    }

    @Property
    void noiseHidesNoDifferenceOutsideItsPattern(
            @ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        boolean equalButForNoise = settled(before).equals(settled(after));
        assertThat(Comparison.between(before, after, NOISE).counts().areNone()).isEqualTo(equalButForNoise);
    }

    @Property
    void foldingHidesOnlyWhatDoesNotCount(@ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        Comparison comparison = Comparison.between(before, after, NOISE);
        int shown = 0;
        int changes = 0;
        for (Section section : Section.of(comparison, 1, false)) {
            if (section instanceof Section.Folded folded) shown += folded.count();
            if (section instanceof Section.Shown rows) {
                shown += rows.rows().size();
                changes +=
                        (int) rows.rows().stream().filter(CompareRow::isChange).count();
            }
        }
        assertThat(shown).isEqualTo(comparison.rows().size());
        assertThat(changes).isEqualTo((int)
                comparison.rows().stream().filter(CompareRow::isChange).count());
    }

    @Provide
    Arbitrary<List<String>> texts() {
        return Arbitraries.of(
                        "# 10 bytes",
                        "# 2143 bytes",
                        "clock 07:58",
                        "clock 08:01",
                        "port 1",
                        "  text \"a\"",
                        "  text \"b\"",
                        "  closed")
                .list()
                .ofMaxSize(25);
    }

    @Test
    void readsAsAnEngineerWouldSayIt() {
        List<String> before =
                List.of("vlan 330 \"ticket hall\"", "port 1/0/24", "  text \"spare\"", "  member vlan 999", "  closed");
        List<String> after = List.of(
                "vlan 330 \"ticket hall\"",
                "vlan 340 \"fish market\"",
                "port 1/0/24",
                "  text \"fish market kiosk\"",
                "  member vlan 340",
                "  flood-limit 2");
        Comparison comparison = Comparison.between(before, after, Noise.NONE);
        assertThat(comparison.rows())
                .extracting(CompareRow::kind)
                .containsExactly(
                        Kind.SAME, Kind.ADDED, Kind.SAME, Kind.MODIFIED, Kind.MODIFIED, Kind.REMOVED, Kind.ADDED);
        assertThat(comparison.counts()).isEqualTo(new Comparison.Counts(2, 2, 1, 0, 0, 2));
        assertThat(comparison.rows().get(4).after().orElseThrow().spans())
                .containsExactly(new Span("  member vlan ", false), new Span("340", true));
    }

    @Test
    void setsAsideACountThatMovesWithEveryEdit() {
        Comparison comparison = Comparison.between(List.of("# 10 bytes", "a"), List.of("# 12 bytes", "a"), NOISE);
        assertThat(comparison.counts()).isEqualTo(new Comparison.Counts(0, 0, 0, 0, 1, 0));
    }

    @Test
    void foldsFarRowsAndKeepsNoiseInViewWhenAsked() {
        List<String> before = List.of("# 1 bytes", "a", "b", "c", "d", "e");
        List<String> after = List.of("# 2 bytes", "a", "b", "c", "d", "f");
        Comparison comparison = Comparison.between(before, after, NOISE);
        assertThat(Section.of(comparison, 1, false).get(0)).isEqualTo(new Section.Folded(0, 0, 4));
        assertThat(Section.of(comparison, 1, true).get(0)).isInstanceOf(Section.Shown.class);
    }

    /** As indented configurations. */
    /** Noise that takes a line takes it wherever it stands: what is left is compared as if it had never been there. */
    @Property
    void linesThatAreNoiseChangeNoCount(@ForAll("texts") List<String> before, @ForAll("texts") List<String> after) {
        Comparison.Counts with = Comparison.between(before, after, NOISE).counts();
        Comparison.Counts without =
                Comparison.between(quiet(before), quiet(after), NOISE).counts();
        assertThat(List.of(with.added(), with.modified(), with.removed(), with.moved()))
                .isEqualTo(List.of(without.added(), without.modified(), without.removed(), without.moved()));
    }

    private static List<String> quiet(List<String> lines) {
        return lines.stream().filter(line -> !line.startsWith("clock ")).toList();
    }

    @Test
    void everyMatchInALineIsNoise() {
        Noise noise = new Noise(List.of(new Noise.Item("count", Pattern.compile("rx=(\\d+)"), "counts")));
        assertThat(Comparison.between(List.of("rx=1 rx=2"), List.of("rx=3 rx=4"), noise)
                        .counts()
                        .areNone())
                .isTrue();
    }

    /** No text can look like what stands for noise. */
    @Test
    void aNulIsASignLikeAnyOther() {
        for (String hostile : List.of("# \0 bytes", "# \0\1 bytes", "# \0\2 bytes", "\0clock ", "\0\1")) {
            assertThat(Comparison.between(List.of("# 10 bytes"), List.of(hostile), NOISE)
                            .counts()
                            .areNone())
                    .isFalse();
            assertThat(Comparison.between(List.of("x"), List.of("x", hostile), NOISE)
                            .counts()
                            .added())
                    .isOne();
        }
    }

    /** A block of a braced text that stands elsewhere below the same head goes there with the line that closes it. */
    @Property
    void aBracedBlockMovesAsAWhole(@ForAll long seed) {
        Random random = new Random(seed);
        List<List<String>> blocks = new ArrayList<>();
        for (int i = 0; i < 3 + random.nextInt(5); i++) {
            List<String> block = new ArrayList<>(List.of("    port-" + i + " {"));
            for (int j = 0; j <= random.nextInt(4); j++) block.add("        speed-" + i + " " + j + ";");
            block.add("    }");
            blocks.add(block);
        }
        List<List<String>> turned = new ArrayList<>(blocks);
        turned.add(random.nextInt(turned.size()), turned.remove(random.nextInt(turned.size())));
        Comparison.Counts counts =
                Comparison.between(braced(blocks), braced(turned)).counts();
        assertThat(counts.added() + counts.removed() + counts.modified()).isZero();
        assertThat(counts.moved() > 0).isEqualTo(!turned.equals(blocks));
    }

    private static NoiseMarkedConfig braced(List<List<String>> blocks) {
        String text = "ports {\n" + blocks.stream().flatMap(List::stream).collect(Collectors.joining("\n")) + "\n}\n";
        return Noise.NONE.in(ConfigDocument.read(AnyConfig.GRAMMARS.get("braced"), text));
    }

    private static Comparison between(List<String> before, List<String> after) {
        return Comparison.between(placed(before), placed(after));
    }

    private static NoiseMarkedConfig placed(List<String> lines) {
        return Noise.NONE.in(ConfigDocument.read(new IndentedGrammar("#", 8, 2, List.of()), String.join("\n", lines)));
    }

    private static List<String> settled(List<String> lines) {
        return NOISE.in(ConfigDocument.ofLines(lines)).lines();
    }

    private static List<String> side(Comparison comparison, Function<CompareRow, Optional<Side>> which) {
        return comparison.rows().stream()
                .flatMap(row -> which.apply(row).stream())
                .map(Side::text)
                .toList();
    }
}

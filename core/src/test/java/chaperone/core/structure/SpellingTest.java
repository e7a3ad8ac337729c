package chaperone.core.structure;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.compare.AnyConfig;
import chaperone.core.compare.LayoutDiff;
import chaperone.core.config.ConfigDocument;
import chaperone.core.noise.Noise;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.core.platform.Platform;
import chaperone.core.platform.Platforms;
import chaperone.core.structure.Difference.Kind;
import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SpellingTest {
    private static final String[] GRAMMARS = {"braced", "json", "xml"};

    @Property
    void theSameInAnotherSpellingIsNoDifference(@ForAll long seed, @ForAll long one, @ForAll long other) {
        SpelledTexts texts = SpelledTexts.random(seed);
        for (String grammar : GRAMMARS) {
            String before = texts.written(grammar, new Random(one));
            String after = texts.written(grammar, new Random(other));
            assertThat(diff(grammar, before, after).counts().areNone())
                    .as(before + "\n----\n" + after)
                    .isTrue();
        }
    }

    /** The other half of the law: without it everything could count as the same. */
    @Property
    void anotherMeaningIsADifferenceInAnySpelling(@ForAll long seed, @ForAll long otherSeed, @ForAll long layout) {
        SpelledTexts texts = SpelledTexts.random(seed);
        SpelledTexts others = SpelledTexts.random(otherSeed);
        for (String grammar : GRAMMARS) {
            String before = texts.written(grammar, new Random(layout));
            String after = others.written(grammar, new Random(layout + 1));
            assertThat(diff(grammar, before, after).counts().areNone())
                    .as(before + "\n----\n" + after)
                    .isEqualTo(texts.meaning().equals(others.meaning()));
        }
    }

    @ParameterizedTest
    @CsvSource(delimiterString = " | ", quoteCharacter = '`', textBlock = """
        corvane | port 1~  text  "a" | port 1~  text a | true
        corvane | port 1~  text "a  b" | port 1~  text "a b" | false
        corvane | vlan   7 "x y" | vlan 7 "x y" | true
        corvane | welcome~  / a  b | welcome~  / a b | false
        corvane | log-server 1~ | log-server 1   ~ | true
        brisling | zone a  ports e1,e2 | zone a ports e1,e2 | true
        altamont | a [ b c ]; | a [b c]; | true
        altamont | a [ b c ]; | a [ bc ]; | false
        pellon | {"a": {}} | {"a": []} | false
        pellon | {"a": 1} | {"a": "1"} | false
        pellon | {"a": 1} | {"a": 1.00} | true
        pellon | {"a": 12345678901234567890} | {"a": 12345678901234567891} | false
        pellon | {"a": 1e999999999} | {"a": 1e999999998} | false
        plain-netconf | <a><b/></a> | <a><b></b></a> | true
        plain-netconf | <a><b>x</b></a> | <a><b><![CDATA[x]]></b></a> | true
        plain-netconf | <a><b> x</b></a> | <a><b>x</b></a> | false
        plain-netconf | <a><b>&amp;lt;</b></a> | <a><b>&lt;</b></a> | false
        """)
    void readsSpellingsAsTheFormatDoes(String platform, String before, String after, boolean areTheSame) {
        assertThat(between(platform, lines(before), lines(after)).counts().areNone())
                .isEqualTo(areTheSame);
        assertThat(between(platform, lines(after), lines(before)).counts().areNone())
                .isEqualTo(areTheSame);
    }

    @Test
    void whatIsSpelledOtherwiseIsToldAsThat() {
        assertThat(between("corvane", "port 1\n  text \"a\"", "port 1\n  text   a")
                        .differences())
                .extracting(Difference::kind)
                .containsExactly(Kind.SPELLING);
    }

    /** Noise and its absence are told from values, so that no layout hides a change or makes one. */
    @ParameterizedTest
    @CsvSource(delimiterString = " | ", quoteCharacter = '`', textBlock = """
        {"ports":[{"n":1,"rxBytes":1},{"n":2,"rxBytes":2}]} | {"ports":[{"n":1,"rxBytes":~3},{"n":2,"rxBytes":4}]} | 0
        {"ports":[{"n":1,"rxBytes":1},{"n":2,"on":true}]} | {"ports":[{"n":1,"rxBytes":2},~{"n":2,"on":false}]} | 1
        {"generatedAt":"a","x":1} | {~"x" : 1,~"generatedAt" :~ "b" } | 0
        """)
    void noiseIsToldFromValues(String before, String after, int modified) {
        var counts = between("pellon", lines(before), lines(after)).counts();
        assertThat(counts.modified()).isEqualTo(modified);
        assertThat(counts.added() + counts.removed() + counts.moved()).isZero();
    }

    @Test
    void blanksAndEndsOfLinesAreCountedAndSetAside() {
        NoiseMarkedConfig before = read("corvane", "vlan 1\nvlan 2  \nvlan 3\n");
        NoiseMarkedConfig after = read("corvane", "vlan 1\r\nvlan 2\nvlan 3");
        assertThat(StructureDiff.between(before, after, Structure.NONE).counts().areNone())
                .isTrue();
        assertThat(LayoutDiff.between(before, after)).isEqualTo(new LayoutDiff(1, 1, true));
        assertThat(LayoutDiff.between(before, before).areNone()).isTrue();
    }

    private static String lines(String text) {
        return text.replace('~', '\n').replace('/', text.startsWith("welcome") ? '|' : '/');
    }

    private static StructureDiff diff(String grammar, String before, String after) {
        var known = AnyConfig.GRAMMARS.get(grammar);
        return StructureDiff.between(
                Noise.NONE.in(ConfigDocument.read(known, before)),
                Noise.NONE.in(ConfigDocument.read(known, after)),
                Structure.NONE);
    }

    private static StructureDiff between(String platform, String before, String after) {
        return StructureDiff.between(
                read(platform, before),
                read(platform, after),
                Platforms.shipped().get(platform).structure());
    }

    private static NoiseMarkedConfig read(String platform, String text) {
        Platform known = Platforms.shipped().get(platform);
        return known.noise().in(ConfigDocument.read(known.grammar(), text));
    }
}

package chaperone.core.config;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.platform.Platforms;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Map;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** What holds for every grammar and every text. */
class GrammarTest {
    static final Map<String, Grammar> GRAMMARS = Map.of(
            "indented", new IndentedGrammar("#", 8, 2, List.of()),
            "braced", new BracedGrammar("/*", "*/", true, 4),
            "flat", new FlatGrammar("#", Pattern.compile("^[a-z][a-z-]* \\S")),
            "json", new JsonGrammar(),
            "xml", new XmlGrammar());

    @Property
    void anyTextIsWrittenBackToTheCharacter(@ForAll("names") String name, @ForAll("pieces") String text) {
        assertThat(ConfigWriter.write(GRAMMARS.get(name).read(text))).isEqualTo(text);
    }

    @Property
    void placesStandInTheOrderOfTheText(@ForAll("names") String name, @ForAll("pieces") String text) {
        List<Long> places = GRAMMARS.get(name)
                .read(text)
                .walk()
                .map(node -> node.line() * 100_000L + node.column())
                .toList();
        assertThat(places).isSorted();
    }

    @Property
    void aProblemPointsIntoTheText(@ForAll("names") String name, @ForAll("pieces") String text) {
        String[] lines = text.split("\n", -1);
        for (ConfigProblem problem : GRAMMARS.get(name).read(text).problems()) {
            assertThat(problem.line()).isBetween(0, lines.length - 1);
            assertThat(problem.column()).isBetween(0, lines[problem.line()].length());
        }
    }

    /** A generated configuration of the grammar's own form, cut anywhere: nothing is lost, and the cut is noticed. */
    @Property
    void aCutTextIsKeptAndNoticed(@ForAll("closed") String name, @ForAll long seed, @ForAll int cutAt) {
        String text = SampleTexts.of(name, seed);
        ConfigTree whole = GRAMMARS.get(name).read(text);
        assertThat(whole.problems()).as(text).isEmpty();
        assertThat(ConfigWriter.write(whole)).isEqualTo(text);
        String solid = text.strip();
        String cut = text.substring(0, Math.floorMod(cutAt, text.indexOf(solid) + solid.length() - 1));
        ConfigTree tree = GRAMMARS.get(name).read(cut);
        assertThat(ConfigWriter.write(tree)).isEqualTo(cut);
        boolean endsBetweenStatements = name.equals("braced") && tree.problems().isEmpty();
        if (!cut.isBlank() && !endsBetweenStatements)
            assertThat(tree.problems()).as(cut).isNotEmpty();
    }

    @Property
    void everyGeneratedStatementIsInTheTreeOnce(@ForAll("names") String name, @ForAll long seed) {
        ConfigTree tree = GRAMMARS.get(name).read(SampleTexts.of(name, seed));
        assertThat(tree.problems()).isEmpty();
        assertThat(tree.statementCount()).isEqualTo(SampleTexts.statementsOf(name, seed));
    }

    @ParameterizedTest
    @MethodSource("shipped")
    void theShippedSamplesAreSound(String platform) {
        String sample = Platforms.sampleOf(platform).orElseThrow();
        ConfigTree tree = Platforms.shipped().get(platform).grammar().read(sample);
        assertThat(tree.problems()).isEmpty();
        assertThat(tree.statementCount()).isGreaterThan(5);
        assertThat(ConfigWriter.write(tree)).isEqualTo(sample);
    }

    static List<String> shipped() {
        return Platforms.shippedNames();
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', quoteCharacter = '`', textBlock = """
        braced | a { b; }|0|0|
        braced | a { b|0|4|does not end with ;
        braced | a { b;|0|0|"a" is not closed
        braced | a; }|0|3|closes no block
        braced | a "x;~b;|0|0|quotation mark is not closed
        braced | a [ b;~c;|0|0|the list in [ ] is not closed
        braced | /* a|0|0|comment is not closed
        braced | ;|0|0|ends no statement
        flat   | zone quay ports e1~== odd|1|0|not a statement
        json   | {"a": 1,}|0|8|nothing follows the comma
        json   | {"a": 01}|0|6|leading 0
        json   | {"a" 1}|0|5|expected :
        json   | {"a": 1~"b": 2}|1|0|expected , or }
        json   | [1, tru]|0|4|expected a value
        json   | {} x|0|3|has ended before this
        json   | {"a": "b|0|6|quotation mark is not closed
        json   | "\\x"|0|1|must be followed by one of
        json   | "\\u12"|0|1|four hex digits
        xml    | <a>~<b></a>|1|3|</a> stands where </b> is expected
        xml    | <a><b/>|0|0|is not closed
        xml    | <!DOCTYPE a><a/>|0|0|a document type is not read
        xml    | <a b=1/>|0|0|is not well formed
        xml    | hello|0|0|text outside of any element
        """)
    void namesThePlaceOfAMistake(String grammar, String text, int line, int column, String said) {
        ConfigTree tree = GRAMMARS.get(grammar).read(text.replace('~', '\n'));
        if (said == null) {
            assertThat(tree.problems()).isEmpty();
            return;
        }
        assertThat(tree.problems().get(0)).satisfies(problem -> {
            assertThat(problem.message()).contains(said);
            assertThat(problem.line()).isEqualTo(line);
            assertThat(problem.column()).isEqualTo(column);
        });
    }

    @ParameterizedTest
    @CsvSource(
            quoteCharacter = '`',
            value = {"braced,a {", "json,[", "xml,<a>", "json,`{\"a\":`"})
    void theDeepestTextIsKeptToo(String grammar, String level) {
        String deep = level.repeat(100_000);
        ConfigTree tree = GRAMMARS.get(grammar).read(deep);
        assertThat(tree.problems()).isNotEmpty();
        assertThat(ConfigWriter.write(tree)).isEqualTo(deep);
    }

    @Provide
    Arbitrary<String> names() {
        return Arbitraries.of(GRAMMARS.keySet().stream().sorted().toList());
    }

    /** Grammars whose texts show where they end. */
    @Provide
    Arbitrary<String> closed() {
        return Arbitraries.of("braced", "json", "xml");
    }

    @Provide
    Arbitrary<String> pieces() {
        return Arbitraries.of(
                        "{",
                        "}",
                        "[",
                        "]",
                        ";",
                        ":",
                        ",",
                        "\"",
                        "\\",
                        "<a>",
                        "</a>",
                        "<b/>",
                        "<",
                        ">",
                        "/*",
                        "*/",
                        "<!--",
                        "-->",
                        "<![CDATA[",
                        "]]>",
                        "<?x?>",
                        "#",
                        " ",
                        "\n",
                        "\r\n",
                        "\t",
                        "a",
                        "port 1",
                        "\"x\"",
                        "true",
                        "-1.5e3",
                        "\u00f6\uDC80",
                        "a='1'",
                        "0")
                .list()
                .ofMaxSize(30)
                .map(list -> String.join("", list));
    }
}

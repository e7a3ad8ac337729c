package chaperone.core.config;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.IndentedGrammar.VerbatimBlock;
import chaperone.core.pattern.QuickPattern;
import com.google.re2j.Pattern;
import java.util.List;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class IndentedGrammarTest {
    private static final IndentedGrammar GRAMMAR = new IndentedGrammar(
            "#",
            8,
            2,
            List.of(new VerbatimBlock(
                    QuickPattern.of(Pattern.compile("^welcome$")), QuickPattern.of(Pattern.compile("^\\s+\\|")))));
    private final Grammar reader = GRAMMAR;

    @Property
    void writingWhatWasReadGivesTheSameText(@ForAll("texts") String text) {
        assertThat(ConfigWriter.write(reader.read(text))).isEqualTo(text);
    }

    @Property
    void everyLineStandsInTheTreeOnceAndInOrder(@ForAll("texts") String text) {
        List<Integer> numbers = reader.read(text).walk().map(ConfigNode::line).toList();
        int lines = ConfigText.linesWithEndings(text).size();
        assertThat(numbers).hasSize(lines).isSorted().doesNotHaveDuplicates();
    }

    @Provide
    Arbitrary<String> texts() {
        Arbitrary<String> indent = Arbitraries.of("", "  ", "    ", "\t", " \t", "   ", "      ");
        Arbitrary<String> word = Arbitraries.of(
                "port 1/0/1", "welcome", "| free  text ", "# note", "", "text \"ö ☂ \uDC80\"", "a\rb", "vlan 3");
        Arbitrary<String> trailing = Arbitraries.of("", " ", "\t ", "\r");
        Arbitrary<String> ending = Arbitraries.of("\n", "\n", "\n", "\r\n");
        Arbitrary<String> line = net.jqwik.api.Combinators.combine(indent, word, trailing, ending)
                .as((i, w, t, e) -> i + w + t + e);
        Arbitrary<String> last = Arbitraries.of("", "last", "  last ", "\r");
        return net.jqwik.api.Combinators.combine(line.list().ofMaxSize(40), last)
                .as((lines, end) -> String.join("", lines) + end);
    }

    @Test
    void putsLinesBelowTheNearestLineThatIsIndentedLess() {
        ConfigTree tree =
                reader.read("port 1/0/1\n  text \"quay\"\n  closed\ngateway vlan 3\n  address 192.0.2.1/27\n");
        assertThat(tree.find("port 1/0/1").orElseThrow().children())
                .extracting(ConfigNode::text)
                .containsExactly("text \"quay\"", "closed");
        assertThat(tree.find("gateway vlan 3", "address 192.0.2.1/27")
                        .orElseThrow()
                        .line())
                .isEqualTo(4);
        assertThat(tree.problems()).isEmpty();
    }

    @Test
    void countsATabToTheNextStop() {
        ConfigTree tree = reader.read("a\n    b\n\tc\n");
        assertThat(tree.find("a", "b", "c")).isPresent();
    }

    @Test
    void keepsBannerTextWhateverItLooksLike() {
        ConfigTree tree = reader.read("welcome\n  | port 1/0/1\n  |   # no comment  \n  |\nport 1/0/2\n");
        assertThat(tree.find("welcome").orElseThrow().children())
                .extracting(ConfigNode::kind)
                .containsOnly(Kind.VERBATIM)
                .hasSize(3);
        assertThat(tree.find("port 1/0/2")).isPresent();
    }

    @Test
    void namesTheLineWhoseIndentationFitsNoBlock() {
        ConfigTree tree = reader.read("a\n    b\n  c\n");
        assertThat(tree.problems()).singleElement().satisfies(problem -> {
            assertThat(problem.line()).isEqualTo(2);
            assertThat(problem.column()).isEqualTo(2);
        });
    }

    @Test
    void boundsTheDepthAndKeepsTheText() {
        StringBuilder deep = new StringBuilder();
        for (int i = 0; i < 3000; i++) deep.append(" ".repeat(i)).append("x\n");
        ConfigTree tree = reader.read(deep.toString());
        assertThat(tree.problems()).isNotEmpty();
        assertThat(ConfigWriter.write(tree)).isEqualTo(deep.toString());
    }

    @Test
    void aCommentAtTheMarginBelongsToNoBlock() {
        assertThat(reader.read("port 1/0/1\n  closed\n# end\n").nodes()).hasSize(2);
    }
}

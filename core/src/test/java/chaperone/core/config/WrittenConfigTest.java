package chaperone.core.config;

import static chaperone.core.config.ConfigStatement.Form.BLOCK;
import static chaperone.core.config.ConfigStatement.Form.FREE_TEXT;
import static chaperone.core.config.ConfigStatement.Form.LIST;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.platform.Platforms;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Texts of trees that nobody typed. */
class WrittenConfigTest {

    @Property
    void aTreeThatNobodyTypedIsReadAsItself(@ForAll("names") String name, @ForAll long seed) {
        List<ConfigStatement> statements = new Made(name, new Random(seed)).top();
        assertReadAs(name, statements);
    }

    @Property
    void whatAPersonTypedIsReadAsTheSameStatements(@ForAll("names") String name, @ForAll long seed) {
        assertReadAs(
                name,
                GrammarTest.GRAMMARS.get(name).read(SampleTexts.of(name, seed)).statements());
    }

    private static void assertReadAs(String name, List<ConfigStatement> statements) {
        Grammar grammar = GrammarTest.GRAMMARS.get(name);
        String text = grammar.write(statements);
        ConfigTree tree = grammar.read(text);
        assertThat(tree.problems()).as(text).isEmpty();
        assertThat(tree.statements()).as(text).isEqualTo(statements);
        assertThat(grammar.write(tree.statements())).isEqualTo(text);
    }

    /** What the families print, without the comments: it is printed the same. */
    @ParameterizedTest
    @ValueSource(strings = {"corvane", "brisling", "altamont", "plain-netconf"})
    void theStyleIsThePlatforms(String platform) {
        Grammar grammar = Platforms.shipped().get(platform).grammar();
        String sample = Platforms.sampleOf(platform).orElseThrow();
        String printed = sample.lines()
                .filter(line -> !line.startsWith("#") && !line.startsWith("/*"))
                .map(line -> line + "\n")
                .collect(Collectors.joining());
        assertThat(grammar.write(grammar.read(sample).statements())).isEqualTo(printed);
    }

    @Test
    void freeTextStaysWhereItBelongs() {
        IndentedGrammar grammar = new IndentedGrammar(
                "#",
                8,
                3,
                List.of(new IndentedGrammar.VerbatimBlock(
                        QuickPattern.of(Pattern.compile("^welcome$")), QuickPattern.of(Pattern.compile("^\\s+\\|")))));
        ConfigStatement welcome = ConfigStatement.block(
                "welcome",
                new ConfigStatement(FREE_TEXT, "| # mind the step", List.of()),
                new ConfigStatement(FREE_TEXT, "|", List.of()));
        String text = grammar.write(List.of(welcome));
        assertThat(text).isEqualTo("welcome\n   | # mind the step\n   |\n");
        assertThat(grammar.read(text).statements()).containsExactly(welcome);
    }

    @Test
    void nothingStandsBelowALine() {
        ConfigStatement line = ConfigStatement.line("vlan 7");
        assertThatThrownBy(() -> line.withChildren(List.of(line)))
                .isInstanceOf(IllegalArgumentException.class)
                .hasMessageContaining("vlan 7");
    }

    @Provide
    Arbitrary<String> names() {
        return Arbitraries.of(GrammarTest.GRAMMARS.keySet());
    }

    /** Makes trees that a text of the grammar can say. */
    private record Made(String grammar, Random random) {
        List<ConfigStatement> top() {
            return switch (grammar) {
                case "json" ->
                    List.of(new ConfigStatement(random.nextBoolean() ? BLOCK : LIST, "", List.of())).stream()
                            .map(top -> top.withChildren(some(top.form(), 1)))
                            .toList();
                case "xml" -> List.of(ConfigStatement.block("<top a=\"1\">", filled(1)));
                default -> some(BLOCK, 0);
            };
        }

        private ConfigStatement[] filled(int depth) {
            List<ConfigStatement> some = new ArrayList<>(List.of(ConfigStatement.line("<first/>")));
            some.addAll(some(BLOCK, depth));
            return some.toArray(ConfigStatement[]::new);
        }

        private List<ConfigStatement> some(Form in, int depth) {
            List<ConfigStatement> made = new ArrayList<>();
            for (int i = random.nextInt(4); i > 0; i--) made.add(one(in, depth));
            return made;
        }

        private ConfigStatement one(Form in, int depth) {
            boolean nests = !grammar.equals("flat") && depth < 5 && random.nextInt(3) == 0;
            int number = random.nextInt(1000);
            return switch (grammar) {
                case "json" -> json(in, depth, nests, "\"n" + number + "\"");
                case "xml" ->
                    nests
                            ? ConfigStatement.block("<port n='" + number + "'>", filled(depth + 1))
                            : ConfigStatement.line("<leaf>a &amp; " + number + "</leaf>");
                case "braced" ->
                    nests
                            ? new ConfigStatement(BLOCK, "block b" + number, some(BLOCK, depth + 1))
                            : ConfigStatement.line(
                                    random.nextBoolean()
                                            ? "text \"{ ; \\\" } " + number + "\""
                                            : "on [ a " + number + " ]");
                default -> indented(depth, nests, "port " + number);
            };
        }

        private ConfigStatement indented(int depth, boolean nests, String text) {
            List<ConfigStatement> below = nests ? some(BLOCK, depth + 1) : List.of();
            return below.isEmpty() ? ConfigStatement.line(text) : new ConfigStatement(BLOCK, text, below);
        }

        private ConfigStatement json(Form in, int depth, boolean nests, String name) {
            String head = in == LIST ? "" : name;
            if (nests) {
                Form form = random.nextBoolean() ? BLOCK : LIST;
                return new ConfigStatement(form, head, some(form, depth + 1));
            }
            return ConfigStatement.line(in == LIST ? name : name + " : " + random.nextInt(99));
        }
    }
}

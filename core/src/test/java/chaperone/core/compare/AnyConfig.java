package chaperone.core.compare;

import chaperone.core.config.BracedGrammar;
import chaperone.core.config.ConfigDocument;
import chaperone.core.config.FlatGrammar;
import chaperone.core.config.Grammar;
import chaperone.core.config.IndentedGrammar;
import chaperone.core.config.JsonGrammar;
import chaperone.core.config.SampleTexts;
import chaperone.core.config.XmlGrammar;
import chaperone.core.noise.Noise;
import chaperone.core.pattern.QuickPattern;
import chaperone.core.structure.Statement;
import chaperone.core.structure.Structure;
import chaperone.core.structure.StructureDiff;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;

/** Generated configurations of every grammar, a version of each with edits, and a structure with every kind of rule. */
public final class AnyConfig {
    public static final Map<String, Grammar> GRAMMARS = Map.of(
            "indented", new IndentedGrammar("#", 8, 2, List.of()),
            "braced", new BracedGrammar("/*", "*/", true, 4),
            "flat", new FlatGrammar("#", Pattern.compile("^[a-z][a-z-]* \\S")),
            "json", new JsonGrammar(),
            "xml", new XmlGrammar());
    static final Structure STRUCTURE = new Structure(
            List.of(
                    new Structure.Ordered(
                            pattern("chain|zone|step"), pattern("port|text|leaf|address"), pattern("(1/0/)\\d")),
                    new Structure.Ordered(Optional.empty(), pattern("^step|^\"step"), Optional.empty())),
            List.of(new Structure.Named(
                    Optional.empty(), pattern("^(vlan \\S+)").orElseThrow())),
            List.of(),
            List.of(new Structure.Default(Optional.empty(), pattern("^zone a").orElseThrow())),
            List.of());
    static final Noise NOISE =
            new Noise(List.of(new Noise.Item("quay", Pattern.compile("address (\"quay\")"), "it moves")));

    private AnyConfig() {}

    private static Optional<QuickPattern> pattern(String text) {
        return Optional.of(QuickPattern.of(Pattern.compile(text)));
    }

    public static Statement statements(String grammar, String text) {
        return StructureDiff.read(NOISE.in(ConfigDocument.read(GRAMMARS.get(grammar), text)), STRUCTURE);
    }

    public static String text(String grammar, long seed) {
        return SampleTexts.of(grammar, seed);
    }

    /** The tree with some statements gone, altered, doubled, moved. */
    public static Statement edited(Statement statement, Random random) {
        List<Statement> children = new ArrayList<>();
        for (Statement child : statement.children()) {
            if (random.nextInt(10) == 0) continue;
            Statement edited = edited(child, random);
            children.add(random.nextInt(8) == 0 ? renamed(edited, random) : edited);
            if (random.nextInt(12) == 0) children.add(renamed(edited, random));
        }
        if (random.nextInt(4) == 0) Collections.shuffle(children, random);
        return with(statement, children);
    }

    private static Statement renamed(Statement s, Random random) {
        String key = s.key() + "x".repeat(1 + random.nextInt(2));
        return new Statement(
                new Statement.Wording(key, key, key, key),
                s.identity(),
                s.step(),
                s.order(),
                s.location(),
                s.children(),
                s.unsaid(),
                s.form());
    }

    public static Statement with(Statement s, List<Statement> children) {
        return s.withChildren(children);
    }

    /** Every statement in a place of its own, as reading a text gives it. */
    public static Statement placed(Statement root) {
        return placed(root, new int[] {Statement.TOP});
    }

    private static Statement placed(Statement s, int[] next) {
        int line = next[0]++;
        List<Statement> children =
                s.children().stream().map(child -> placed(child, next)).toList();
        Statement.Location location = new Statement.Location(line, 0);
        return new Statement(s.wording(), s.identity(), s.step(), s.order(), location, List.of(), s.unsaid(), s.form())
                .withChildren(children);
    }
}

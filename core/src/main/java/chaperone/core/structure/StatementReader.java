package chaperone.core.structure;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.ConfigWriter;
import chaperone.core.config.TextRange;
import chaperone.core.noise.NoiseMarkedConfig;
import chaperone.core.spelling.Spelling;
import chaperone.core.spelling.Token;
import chaperone.core.structure.Statement.Identity;
import chaperone.core.structure.Statement.Location;
import chaperone.core.structure.Statement.Wording;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Reads a configuration's tree as statements with a meaning. */
final class StatementReader {
    private final NoiseMarkedConfig config;
    private final Structure structure;
    private final Spelling spelling;
    private final EntryNames entries;

    private StatementReader(NoiseMarkedConfig config, Structure structure) {
        this.config = config;
        this.structure = structure;
        var grammar = config.document()
                .grammar()
                .orElseThrow(() -> new IllegalArgumentException("Only a text of a known grammar has a structure"));
        spelling = Spelling.of(grammar);
        entries = new EntryNames(structure, grammar, spelling);
    }

    /**
     * Comments and verbatim pieces are statements too, so that nothing is hidden; blank ones are left out, and so are
     * those that are noise as a whole.
     */
    static Statement read(NoiseMarkedConfig config, Structure structure) {
        StatementReader reader = new StatementReader(config, structure);
        Level top = new Level("", "");
        return new Statement(
                Wording.NONE,
                Identity.NONE,
                ConfigPath.Step.NONE,
                Statement.ANY_ORDER,
                Location.ROOT,
                reader.below(top, config.document().tree().nodes()).said(),
                List.of(),
                Optional.empty());
    }

    /**
     * What the statements of one block stand below.
     *
     * @param above the statement that holds them, spelled plainly
     * @param path the names that lead to it (JSON, XML)
     */
    private record Level(String above, String path) {}

    /** What stands in a block; what only says what holds anyway by itself. */
    private record Below(List<Statement> said, List<Statement> unsaid) {}

    private Below below(Level level, List<ConfigNode> nodes) {
        List<Statement> said = new ArrayList<>(nodes.size());
        List<Statement> unsaid = new ArrayList<>();
        for (ConfigNode node : nodes) {
            if (node.kind() == Kind.BLANK) continue;
            boolean isLine = node.children().isEmpty();
            boolean isNoise = isLine && config.isNoise(node);
            if (isNoise && structure.defaults().isEmpty()) continue;
            Statement statement = read(level, node);
            boolean isUnsaid = isLine
                    && structure.isDefault(level.above(), statement.wording().spelled());
            if (isUnsaid) unsaid.add(statement);
            else if (!isNoise) said.add(statement);
        }
        return new Below(ConfigPath.numbered(said), unsaid);
    }

    private Statement read(Level level, ConfigNode read) {
        ConfigNode node = holdsOneSection(read) ? asLeaf(read) : read;
        List<Token> tokens = tokens(node);
        String spelled = NoiseMarkedConfig.plain(Spelling.plain(tokens));
        String settled = settled(node, tokens) + form(node);
        int order = structure.orderOf(level.above(), spelled);
        Level below = new Level(spelled, entries.path(level.path(), node));
        Below all = below(below, node.children());
        return new Statement(
                new Wording(node.text(), spelled + form(node), settled, key(order, settled)),
                identity(level, node, spelled, order == Statement.ANY_ORDER),
                ConfigPath.Step.NONE,
                order,
                new Location(node.line(), node.column()),
                all.said(),
                all.unsaid(),
                node.form());
    }

    /** Whether an element holds characters alone (XML), written as a section in which no sign has a meaning. */
    private static boolean holdsOneSection(ConfigNode node) {
        return node.children().size() == 1
                && node.children().get(0).kind() == Kind.STATEMENT
                && node.children().get(0).text().startsWith("<![CDATA[")
                && node.text().startsWith("<");
    }

    private static ConfigNode asLeaf(ConfigNode element) {
        String text =
                ConfigWriter.write(new ConfigTree(List.of(element), List.of())).stripLeading();
        return new ConfigNode(Kind.STATEMENT, text, element.line(), element.column(), text, List.of(), "");
    }

    /** Only statements can be spelled in several ways: comments and free text are what they are, but for line ends. */
    private List<Token> tokens(ConfigNode node) {
        if (node.kind() == Kind.STATEMENT) return spelling.tokens(node.text());
        return List.of(new Token(0, node.text().length(), "", node.text().replace("\r\n", "\n")));
    }

    private String settled(ConfigNode node, List<Token> tokens) {
        if (config.parts().areNone()) return NoiseMarkedConfig.plain(Spelling.plain(tokens));
        TextRange whole = config.document().rangeOf(node);
        StringBuilder settled = new StringBuilder();
        for (Token token : tokens) {
            TextRange piece = new TextRange(whole.start() + token.start(), whole.start() + token.end());
            boolean hasNoise =
                    !config.parts().within(piece.start(), piece.end()).isEmpty();
            settled.append(NoiseMarkedConfig.plain(token.lead()));
            settled.append(hasNoise ? config.settled(piece) : NoiseMarkedConfig.plain(token.plain()));
        }
        return settled.toString();
    }

    /** An empty object is no empty array, though both have no statements below them. */
    private static String form(ConfigNode node) {
        if (node.opening().endsWith("[") && !node.text().endsWith("[")) return " []";
        return "";
    }

    private String key(int order, String settled) {
        if (order == Statement.ANY_ORDER) return settled;
        return structure
                .ordered()
                .get(order)
                .number()
                .map(number -> Patterns.withoutFirstGroup(number, settled))
                .orElse(settled);
    }

    private Identity identity(Level level, ConfigNode node, String spelled, boolean mayBeGuessed) {
        String label = entries.label(node);
        String name = structure.nameOf(level.above(), spelled);
        if (!name.isEmpty()) return new Identity(name, true, label);
        Optional<Identity> entry = entries.identity(level.path(), node);
        if (entry.isPresent()) return entry.get();
        return new Identity(mayBeGuessed ? keyBelow(node) : "", false, label);
    }

    /** Entries of a list begin with their keys (RFC 7950, section 7.8.5): of several like blocks the first leaf tells. */
    private String keyBelow(ConfigNode node) {
        return node.children().stream()
                .filter(child -> child.kind() == Kind.STATEMENT)
                .findFirst()
                .filter(first -> first.children().isEmpty())
                .map(first -> node.text() + " " + Spelling.plain(spelling.tokens(first.text())))
                .orElse("");
    }
}

package chaperone.core.platform;

import chaperone.core.config.BracedGrammar;
import chaperone.core.config.FlatGrammar;
import chaperone.core.config.Grammar;
import chaperone.core.config.IndentedGrammar;
import chaperone.core.config.IndentedGrammar.VerbatimBlock;
import chaperone.core.config.JsonGrammar;
import chaperone.core.config.XmlGrammar;
import java.util.List;
import java.util.Map;

/** Reads the block {@code configuration}: a grammar, and the entries that this grammar has. */
final class GrammarEntries {
    private static final Map<String, List<String>> OF_GRAMMAR = Map.of(
            "indented", List.of("comment", "tab-width", "indent", "verbatim"),
            "braced", List.of("comment-start", "comment-end", "escapes", "indent"),
            "flat", List.of("comment", "statement"),
            "json", List.of(),
            "xml", List.of());

    private GrammarEntries() {}

    static Grammar read(YamlBlock block) {
        String grammar = block.oneOf("grammar", "indented", "braced", "flat", "json", "xml");
        for (String key : PlatformKeys.namesIn("configuration")) {
            boolean isOfGrammar = OF_GRAMMAR.values().stream().anyMatch(keys -> keys.contains(key));
            if (isOfGrammar && block.has(key) && !OF_GRAMMAR.get(grammar).contains(key)) {
                block.problem(key, "\"" + key + "\" has no meaning in the grammar " + grammar);
            }
        }
        return switch (grammar) {
            case "braced" ->
                new BracedGrammar(
                        sign(block, "comment-start"),
                        sign(block, "comment-end"),
                        block.has("escapes")
                                && block.oneOf("escapes", "none", "backslash").equals("backslash"),
                        indent(block, 4));
            case "flat" -> new FlatGrammar(sign(block, "comment"), block.pattern("statement"));
            case "json" -> new JsonGrammar();
            case "xml" -> new XmlGrammar();
            default ->
                new IndentedGrammar(
                        sign(block, "comment"),
                        block.number("tab-width", 1, 16),
                        indent(block, 2),
                        block.blocks("verbatim").stream()
                                .map(GrammarEntries::verbatim)
                                .toList());
        };
    }

    private static int indent(YamlBlock block, int usual) {
        return block.has("indent") ? block.number("indent", 1, 16) : usual;
    }

    private static VerbatimBlock verbatim(YamlBlock block) {
        return new VerbatimBlock(block.quick("opens", 0), block.quick("lines", 0));
    }

    /** An empty one is reported already; the grammars themselves would not take it. */
    private static String sign(YamlBlock block, String key) {
        String sign = block.text(key);
        return sign.isEmpty() ? "#" : sign;
    }
}

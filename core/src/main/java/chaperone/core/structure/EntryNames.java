package chaperone.core.structure;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.Grammar;
import chaperone.core.config.JsonGrammar;
import chaperone.core.config.XmlGrammar;
import chaperone.core.spelling.JsonText;
import chaperone.core.spelling.Quoted;
import chaperone.core.spelling.Spelling;
import chaperone.core.spelling.Token;
import chaperone.core.spelling.XmlTag;
import chaperone.core.structure.Statement.Identity;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** What names the members of objects, the entries of lists, and elements that repeat (RFC 7950, section 7.8.2). */
final class EntryNames {
    private final Structure structure;
    private final boolean isJson;
    private final boolean isXml;
    private final Spelling spelling;

    EntryNames(Structure structure, Grammar grammar, Spelling spelling) {
        this.structure = structure;
        this.spelling = spelling;
        isJson = grammar instanceof JsonGrammar;
        isXml = grammar instanceof XmlGrammar;
    }

    /** The names that lead to what stands below {@code node}. */
    String path(String above, ConfigNode node) {
        String name = isJson || isXml ? ownName(node) : "";
        if (name.isEmpty()) return above;
        return above.isEmpty() ? name : above + "/" + name;
    }

    /** How a statement is called in a path if nothing but itself names it. */
    String label(ConfigNode node) {
        String name = isJson || isXml && !node.children().isEmpty() ? ownName(node) : "";
        return name.isEmpty() ? node.text() : name;
    }

    /** Members have their names, entries what the platform says; nothing if neither holds. */
    Optional<Identity> identity(String above, ConfigNode node) {
        if (node.kind() != Kind.STATEMENT || !isJson && !isXml) return Optional.empty();
        String own = ownName(node);
        if (isJson && !own.isEmpty()) return Optional.of(new Identity(own, true, own));
        if (node.children().isEmpty()) return Optional.empty();
        String path = isXml ? path(above, node) : above;
        return structure.entries().stream()
                .filter(rule -> rule.holds(path))
                .flatMap(rule -> named(rule, node, own).stream())
                .findFirst();
    }

    private Optional<Identity> named(Structure.Entry rule, ConfigNode node, String own) {
        Map<String, String> values = new HashMap<>();
        for (ConfigNode child : node.children()) {
            if (child.kind() == Kind.STATEMENT && child.children().isEmpty()) {
                String name = ownName(child);
                if (rule.key().contains(name)) values.putIfAbsent(name, value(child));
            }
        }
        if (!values.keySet().containsAll(rule.key())) return Optional.empty();
        String key =
                rule.key().stream().map(name -> name + "=" + values.get(name)).collect(Collectors.joining(" "));
        String label = own.isEmpty() ? key : own + " " + key;
        return Optional.of(new Identity(label, rule.path().isPresent(), label));
    }

    private String ownName(ConfigNode node) {
        String text = node.text();
        if (node.kind() != Kind.STATEMENT) return "";
        if (isXml) return XmlTag.starts(text) ? XmlTag.read(text).localName() : "";
        boolean isBlock = node.opening().endsWith("{") || node.opening().endsWith("[");
        boolean isMember = text.startsWith("\"") && (isBlock || Quoted.end(text, 0) < text.length());
        return isMember ? JsonText.meant(text.substring(0, Quoted.end(text, 0))) : "";
    }

    /** The value of a member or an element that holds no others, as people would write it. */
    private String value(ConfigNode leaf) {
        List<Token> tokens = spelling.tokens(leaf.text());
        if (isJson) return JsonText.meant(tokens.get(tokens.size() - 1).plain());
        return tokens.stream()
                .filter(token -> token.lead().equals(">"))
                .map(Token::plain)
                .collect(Collectors.joining());
    }
}

package chaperone.core.compare;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.ConfigTree;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads a configuration's tree as statements with a meaning. */
final class StatementReader {
    private final Structure structure;
    private final Noise noise;
    private final List<String> lines;

    private StatementReader(Structure structure, Noise noise, List<String> lines) {
        this.structure = structure;
        this.noise = noise;
        this.lines = lines;
    }

    /**
     * Comments and verbatim pieces are statements too, so that nothing is hidden; blank ones are left out, and so are
     * lines that are noise as a whole.
     *
     * @param lines the text from which the tree was read, without endings
     */
    static Statement read(ConfigTree tree, List<String> lines, Structure structure, Noise noise) {
        StatementReader reader = new StatementReader(structure, noise, lines);
        return new Statement(
                "", "", "", Statement.ANY_ORDER, Statement.TOP, 0, reader.children("", tree.nodes()), List.of());
    }

    private List<Statement> children(String above, List<ConfigNode> nodes) {
        Map<String, Integer> seen = new HashMap<>();
        for (ConfigNode node : nodes) seen.merge(node.text(), 1, Integer::sum);
        List<Statement> children = new ArrayList<>(nodes.size());
        for (ConfigNode node : nodes) {
            if (node.kind() == Kind.BLANK || isUnsaid(above, node)) continue;
            read(above, node, seen.getOrDefault(node.text(), 0) > 1).ifPresent(children::add);
        }
        return children;
    }

    private Optional<Statement> read(String above, ConfigNode node, boolean isRepeated) {
        String masked = masked(node);
        if (node.children().isEmpty() && Noise.isWholeLine(masked)) return Optional.empty();
        int order = structure.orderOf(above, node.text());
        String key = order == Statement.ANY_ORDER
                ? masked
                : structure
                        .ordered()
                        .get(order)
                        .number()
                        .map(number -> Patterns.withoutFirstGroup(number, masked))
                        .orElse(masked);
        String name = structure.nameOf(above, node);
        if (name.isEmpty() && isRepeated && order == Statement.ANY_ORDER) name = keyBelow(node);
        List<String> unsaid = node.children().stream()
                .filter(child -> isUnsaid(node.text(), child))
                .map(ConfigNode::text)
                .toList();
        return Optional.of(new Statement(
                node.text(),
                key,
                name,
                order,
                node.line(),
                node.column(),
                children(node.text(), node.children()),
                unsaid));
    }

    /** Entries of a list begin with their keys (RFC 7950, section 7.8.5): of several like blocks the first leaf tells. */
    private static String keyBelow(ConfigNode node) {
        return node.children().stream()
                .filter(child -> child.kind() == Kind.STATEMENT)
                .findFirst()
                .filter(first -> first.children().isEmpty())
                .map(first -> node.text() + " " + first.text())
                .orElse("");
    }

    private boolean isUnsaid(String above, ConfigNode node) {
        return node.children().isEmpty() && structure.isDefault(above, node.text());
    }

    /** Noise is told by the whole line as it stands; what of it lies within this statement is masked. */
    private String masked(ConfigNode node) {
        return node.line() < lines.size()
                ? noise.maskedPart(lines.get(node.line()), node.column(), node.text())
                : node.text();
    }
}

package chaperone.core.config;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A whole configuration: its top-level statements, and the places where its text did not keep to the grammar. */
public record ConfigTree(List<ConfigNode> nodes, List<ConfigProblem> problems) {

    public ConfigTree {
        nodes = List.copyOf(nodes);
        problems = List.copyOf(problems);
    }

    /** Every node in the order of the text. */
    public Stream<ConfigNode> walk() {
        return nodes.stream().flatMap(ConfigNode::walk);
    }

    /** What stands at the top, as values: without places, comments and blanks. */
    public List<ConfigStatement> statements() {
        return ConfigNode.statements(nodes);
    }

    /** How many statements it holds, at every level. */
    public long statementCount() {
        return walk().filter(node -> node.kind() == ConfigNode.Kind.STATEMENT).count();
    }

    /** The node reached by following these statements from the top, if each of them stands there. */
    public Optional<ConfigNode> find(String... path) {
        List<ConfigNode> level = nodes;
        Optional<ConfigNode> found = Optional.empty();
        for (String statement : path) {
            found = level.stream().filter(n -> n.text().equals(statement)).findFirst();
            if (found.isEmpty()) return found;
            level = found.get().children();
        }
        return found;
    }
}

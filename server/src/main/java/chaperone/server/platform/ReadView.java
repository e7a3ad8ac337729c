package chaperone.server.platform;

import chaperone.core.config.ConfigBytes;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigProblem;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.ConfigWriter;
import chaperone.core.config.RoundTrip;
import chaperone.core.mask.MaskedConfig;
import chaperone.core.platform.Platform;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A configuration as a platform reads it; lines and columns count from 0, secrets are masked.
 *
 * @param accepted whether the platform takes a configuration like this
 * @param nodes the first {@value #MOST_NODES} nodes of the tree in the order of the text
 * @param firstDifference where the text that is written back differs from the one that was read
 */
public record ReadView(
        boolean accepted,
        long statements,
        int levels,
        List<ConfigProblem> problems,
        List<NodeView> nodes,
        Optional<ConfigProblem> firstDifference) {
    private static final int MOST_NODES = 2000;

    public record NodeView(int depth, ConfigNode.Kind kind, String text, int line) {}

    public static ReadView of(Platform platform, MaskedConfig masked) {
        String text = masked.document().text();
        ConfigTree tree = masked.document().tree();
        List<NodeView> nodes = new ArrayList<>();
        int levels = collect(tree.nodes(), 0, masked, nodes);
        return new ReadView(
                platform.accepts(tree),
                tree.statementCount(),
                levels,
                tree.problems().stream().limit(100).toList(),
                nodes,
                RoundTrip.firstDifference(text, ConfigWriter.write(tree)));
    }

    /** How many levels lie below {@code depth}, this one included. */
    private static int collect(List<ConfigNode> level, int depth, MaskedConfig masked, List<NodeView> nodes) {
        int deepest = 0;
        for (ConfigNode node : level) {
            boolean isShown = node.kind() != ConfigNode.Kind.BLANK && nodes.size() < MOST_NODES;
            if (isShown) {
                String shown = ConfigBytes.printable(masked.statement(node));
                nodes.add(new NodeView(depth, node.kind(), shown, node.line()));
            }
            deepest = Math.max(deepest, 1 + collect(node.children(), depth + 1, masked, nodes));
        }
        return deepest;
    }
}

package chaperone.connect.netconf;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.XmlGrammar;

/**
 * XML with a line for each element, indented by two blanks a level. Servers send a configuration in one long line or in
 * lines of their own; people compare lines. Blanks between elements mean nothing in NETCONF's data.
 */
final class XmlLines {
    private XmlLines() {}

    static String of(String xml) {
        ConfigTree tree = new XmlGrammar().read("<x>" + xml + "</x>");
        // What cannot be read is better shown as it came than arranged wrongly.
        if (!tree.problems().isEmpty() || tree.nodes().size() != 1) return xml;
        StringBuilder lines = new StringBuilder();
        for (ConfigNode node : tree.nodes().get(0).children()) write(node, 0, lines);
        return lines.toString();
    }

    private static void write(ConfigNode node, int depth, StringBuilder lines) {
        if (node.text().isEmpty()) return;
        String indent = "  ".repeat(depth);
        lines.append(indent).append(node.text()).append('\n');
        if (node.closing().isEmpty()) return;
        for (ConfigNode child : node.children()) write(child, depth + 1, lines);
        lines.append(indent).append(node.closing().strip()).append('\n');
    }
}

package chaperone.core.compare;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.ConfigTree;
import java.util.List;

/**
 * Below which statements each line of a text stands. The same line at another place of the same block was moved; below
 * another head it is another thing.
 */
public final class LinePlaces {
    private static final String BELOW = "\u0001";

    /** By line; empty for lines in which no statement starts. */
    private final String[] places;

    private LinePlaces(int lines) {
        places = new String[lines];
    }

    /** Lines of a text that nobody has read as a configuration. */
    static LinePlaces unknown(int lines) {
        return new LinePlaces(lines);
    }

    /** Linear in the length of the text, times the depth of its blocks. */
    public static LinePlaces of(ConfigTree tree, int lines) {
        LinePlaces places = new LinePlaces(lines);
        places.note(tree.nodes(), BELOW);
        return places;
    }

    private void note(List<ConfigNode> level, String above) {
        for (ConfigNode node : level) {
            if (node.kind() == Kind.BLANK) continue;
            if (node.line() < places.length && places[node.line()] == null) places[node.line()] = above;
            if (!node.children().isEmpty()) note(node.children(), above + node.text() + BELOW);
        }
    }

    /** Empty if what stands in the line cannot be told. */
    String at(int line) {
        String place = places[line];
        return place == null ? "" : place;
    }
}

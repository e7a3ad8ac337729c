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
    private static final long TOP = 1;

    /** FNV-1a's prime for 64 bits. */
    private static final long PRIME = 0x100000001b3L;

    /**
     * A hash of the statements above each line, 0 for lines in which no statement starts. Not the statements themselves:
     * deep blocks with long heads would take memory by the square. Two paths of one hash could at worst let a line that
     * went and came be told as moved.
     */
    private final long[] places;

    private LinePlaces(int lines) {
        places = new long[lines];
    }

    /** Lines of a text that nobody has read as a configuration. */
    static LinePlaces unknown(int lines) {
        return new LinePlaces(lines);
    }

    /** Linear in the length of the text. */
    public static LinePlaces of(ConfigTree tree, int lines) {
        LinePlaces places = new LinePlaces(lines);
        places.note(tree.nodes(), TOP);
        return places;
    }

    private void note(List<ConfigNode> level, long above) {
        for (ConfigNode node : level) {
            if (node.kind() == Kind.BLANK) continue;
            if (node.line() < places.length && places[node.line()] == 0) places[node.line()] = above;
            if (!node.children().isEmpty()) note(node.children(), below(above, node.text()));
        }
    }

    private static long below(long above, String text) {
        long hash = above * PRIME;
        for (int i = 0; i < text.length(); i++) hash = (hash ^ text.charAt(i)) * PRIME;
        return hash == 0 ? TOP : hash;
    }

    /** Empty if what stands in the line cannot be told. */
    String at(int line) {
        return places[line] == 0 ? "" : Long.toHexString(places[line]) + ' ';
    }
}

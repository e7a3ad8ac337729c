package chaperone.core.compare;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import java.util.List;

/**
 * Below which statements each line of a text stands. The same line at another place of the same block was moved; below
 * another head it is another thing.
 */
final class LinePlaces {
    private static final long TOP = 1;
    /** Stands for the end of a block. */
    private static final String CLOSED = "\0";

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

    /** Linear in the length of the text. Lines of a text that nobody can read have no place. */
    static LinePlaces of(ConfigDocument document) {
        LinePlaces places = new LinePlaces(document.lineCount());
        places.note(document.tree().nodes(), TOP, 0);
        return places;
    }

    /**
     * Notes where statements start, and where blocks end: a line that only closes one goes where its block goes.
     *
     * @param line in which the text of this level starts
     * @return the line in which it ends
     */
    private int note(List<ConfigNode> level, long above, int line) {
        int at = line;
        for (ConfigNode node : level) {
            if (node.kind() != Kind.BLANK) put(node.line(), above);
            long inside = below(above, node.text());
            at = note(node.children(), inside, at + lineEndsIn(node.opening()));
            at += lineEndsIn(node.closing());
            if (!node.closing().isEmpty()) put(at, below(inside, CLOSED));
        }
        return at;
    }

    private void put(int line, long place) {
        if (line < places.length && places[line] == 0) places[line] = place;
    }

    private static int lineEndsIn(String text) {
        int count = 0;
        for (int at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) count++;
        return count;
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

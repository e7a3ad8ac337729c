package chaperone.core.locator;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.TextRanges;
import java.util.BitSet;
import java.util.Set;

/**
 * The parts of one configuration that are meant.
 *
 * @param parts within lines and statements
 * @param lines that are meant as a whole
 * @param statements that are meant as a whole, by identity: the nodes of the tree that was looked through
 */
public record Located(TextRanges parts, BitSet lines, Set<ConfigNode> statements) {

    public boolean isWhole(int line) {
        return lines.get(line);
    }

    public boolean isWhole(ConfigNode node) {
        return statements.contains(node);
    }
}

package chaperone.core.config;

import java.util.List;
import java.util.stream.Stream;

/**
 * A line of a configuration with the lines that belong to it.
 *
 * @param number the line's number in its text, from 0
 */
public record ConfigNode(Kind kind, ConfigLine line, int number, List<ConfigNode> children) {

    /** What a line is to its grammar; {@code VERBATIM} lines are free text, whatever they look like. */
    public enum Kind {
        STATEMENT,
        COMMENT,
        BLANK,
        VERBATIM
    }

    public ConfigNode {
        if (number < 0) throw new IllegalArgumentException("Line number " + number + " must be 0 or more");
        children = List.copyOf(children);
    }

    /** The statement without indentation and trailing blanks. */
    public String text() {
        return line.text();
    }

    /** This node and all below it, in the order of the text. */
    public Stream<ConfigNode> walk() {
        return Stream.concat(Stream.of(this), children.stream().flatMap(ConfigNode::walk));
    }
}

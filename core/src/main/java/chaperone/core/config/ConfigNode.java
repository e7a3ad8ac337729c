package chaperone.core.config;

import chaperone.core.config.ConfigStatement.Form;
import java.util.List;
import java.util.stream.Stream;

/**
 * A statement of a configuration with the statements that belong to it.
 *
 * <p>{@code opening}, all children and {@code closing}, put together, are the very text that was read: blanks, line ends
 * and separators stand in the opening of what follows them.
 *
 * @param text the statement itself, without indentation, trailing blanks, braces and separators
 * @param line where the statement starts, from 0
 * @param column where it starts in that line, in characters from 0
 */
public record ConfigNode(
        Kind kind, String text, int line, int column, String opening, List<ConfigNode> children, String closing) {

    /** What a piece of text is to its grammar; {@code VERBATIM} is kept as it stands, whatever it looks like. */
    public enum Kind {
        STATEMENT,
        COMMENT,
        BLANK,
        VERBATIM
    }

    public ConfigNode {
        if (line < 0) throw new IllegalArgumentException("Line " + line + " must be 0 or more");
        children = List.copyOf(children);
    }

    /** This node and all below it, in the order of the text. */
    public Stream<ConfigNode> walk() {
        return Stream.concat(Stream.of(this), children.stream().flatMap(ConfigNode::walk));
    }

    /** Whether it has a place for other statements, be there any or not. */
    private boolean isBlock() {
        return !children.isEmpty() || !closing.isEmpty();
    }

    /** What it says, apart from where it stands; comments and blanks below it are left out. */
    ConfigStatement statement() {
        List<ConfigStatement> below = statements(children);
        if (kind == Kind.VERBATIM) return new ConfigStatement(Form.FREE_TEXT, text, List.of());
        if (isBlock() && opening.endsWith("[")) return new ConfigStatement(Form.LIST, text, below);
        // In an indented grammar a comment may be all that stands below a line.
        boolean isLine = !isBlock() || below.isEmpty() && closing.isEmpty();
        return new ConfigStatement(isLine ? Form.LINE : Form.BLOCK, text, below);
    }

    static List<ConfigStatement> statements(List<ConfigNode> nodes) {
        return nodes.stream()
                .filter(node -> node.kind == Kind.STATEMENT || node.kind == Kind.VERBATIM)
                .map(ConfigNode::statement)
                .toList();
    }

    void writeTo(StringBuilder text) {
        text.append(opening);
        for (ConfigNode child : children) child.writeTo(text);
        text.append(closing);
    }
}

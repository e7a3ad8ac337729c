package chaperone.core.config;

import chaperone.core.config.ConfigStatement.Form;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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

    /** How it is put on paper; absent for comments and blanks, which say nothing. */
    public Optional<Form> form() {
        if (saysNothing()) return Optional.empty();
        if (kind == Kind.VERBATIM) return Optional.of(Form.FREE_TEXT);
        if (isBlock() && opening.endsWith("[")) return Optional.of(Form.LIST);
        // In an indented grammar a comment may be all that stands below a line.
        return Optional.of(closing.isEmpty() && holdsNothing() ? Form.LINE : Form.BLOCK);
    }

    private boolean holdsNothing() {
        for (ConfigNode child : children) if (!child.saysNothing()) return false;
        return true;
    }

    private boolean saysNothing() {
        return kind == Kind.COMMENT || kind == Kind.BLANK;
    }

    /** What it says, apart from where it stands; comments and blanks below it are left out. */
    private ConfigStatement statement(Form form) {
        return new ConfigStatement(form, text, form == Form.FREE_TEXT ? List.of() : statements(children));
    }

    static List<ConfigStatement> statements(List<ConfigNode> nodes) {
        List<ConfigStatement> statements = new ArrayList<>(nodes.size());
        for (ConfigNode node : nodes) node.form().map(node::statement).ifPresent(statements::add);
        return statements;
    }

    void writeTo(StringBuilder text) {
        text.append(opening);
        for (ConfigNode child : children) child.writeTo(text);
        text.append(closing);
    }
}

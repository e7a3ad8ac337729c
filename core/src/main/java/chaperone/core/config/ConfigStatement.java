package chaperone.core.config;

import java.util.List;

/**
 * A statement as a value: what it says and what stands below it, wherever that was read or whoever made it up. Comments
 * and blanks are no part of it. {@link Grammar#write} makes a text of such statements.
 */
public record ConfigStatement(Form form, String text, List<ConfigStatement> children) {

    /** How a statement is put on paper; {@code LIST} is an array of JSON, {@code FREE_TEXT} a line of any form. */
    public enum Form {
        LINE,
        BLOCK,
        LIST,
        FREE_TEXT
    }

    /** @throws IllegalArgumentException if something stands below a line */
    public ConfigStatement {
        boolean mayHold = form == Form.BLOCK || form == Form.LIST;
        if (!mayHold && !children.isEmpty()) {
            throw new IllegalArgumentException("A " + form + " holds no statements, a BLOCK or a LIST does: " + text);
        }
        children = List.copyOf(children);
    }

    public static ConfigStatement line(String text) {
        return new ConfigStatement(Form.LINE, text, List.of());
    }

    public static ConfigStatement block(String text, ConfigStatement... children) {
        return new ConfigStatement(Form.BLOCK, text, List.of(children));
    }

    public ConfigStatement withChildren(List<ConfigStatement> others) {
        return new ConfigStatement(form, text, others);
    }
}

package chaperone.core.config;

import chaperone.core.config.ConfigStatement.Form;
import java.util.List;

/**
 * One JSON document (RFC 8259). The document itself is the one node at the top; below it a member with a plain value is
 * a statement like {@code "name": "x"}, one with an object or array is a statement {@code "name"} with children, and an
 * object or array inside an array has no text of its own.
 */
public record JsonGrammar() implements Grammar {

    @Override
    public ConfigTree read(String text) {
        return new JsonReader(text).read();
    }

    @Override
    public String write(List<ConfigStatement> statements) {
        StringBuilder text = new StringBuilder();
        for (ConfigStatement each : statements) {
            write(each, 0, text);
            text.append('\n');
        }
        return text.toString();
    }

    private static void write(ConfigStatement statement, int depth, StringBuilder text) {
        text.append(statement.text());
        if (statement.form() == Form.LINE || statement.form() == Form.FREE_TEXT) return;
        boolean isList = statement.form() == Form.LIST;
        if (!statement.text().isEmpty()) text.append(" : ");
        text.append(isList ? '[' : '{');
        String separator = "";
        for (ConfigStatement child : statement.children()) {
            text.append(separator).append('\n').append("  ".repeat(depth + 1));
            write(child, depth + 1, text);
            separator = ",";
        }
        if (!statement.children().isEmpty()) text.append('\n').append("  ".repeat(depth));
        text.append(isList ? ']' : '}');
    }
}

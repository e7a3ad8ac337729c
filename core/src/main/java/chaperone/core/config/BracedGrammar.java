package chaperone.core.config;

import chaperone.core.config.ConfigStatement.Form;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A configuration of statements that end with {@code ;} and blocks in {@code { }}; texts stand in double quotes, lists
 * in {@code [ ]}.
 *
 * @param commentFrom what begins a comment
 * @param commentTo what ends it
 * @param escapes whether a backslash in a text takes the sign behind it along
 * @param indent blanks by which a block is set in, where a text is written
 */
public record BracedGrammar(String commentFrom, String commentTo, boolean escapes, int indent) implements Grammar {
    /** A block below another one is written on one line if it is not longer and no block below it has a name. */
    private static final int ONE_LINE = 76;

    public BracedGrammar {
        if (commentFrom.isEmpty() || commentTo.isEmpty()) {
            throw new IllegalArgumentException("The signs around a comment must not be empty");
        }
    }

    @Override
    public ConfigTree read(String text) {
        return new BracedReader(this, text).read();
    }

    @Override
    public String write(List<ConfigStatement> statements) {
        StringBuilder text = new StringBuilder();
        for (ConfigStatement each : statements) write(each, 0, text);
        return text.toString();
    }

    private void write(ConfigStatement statement, int depth, StringBuilder text) {
        String margin = " ".repeat(indent * depth);
        text.append(margin);
        if (statement.form() != Form.BLOCK) {
            text.append(line(statement)).append('\n');
            return;
        }
        if (depth > 0 && isPlain(statement)) {
            String onOneLine = onOneLine(statement);
            if (margin.length() + onOneLine.length() <= ONE_LINE) {
                text.append(onOneLine).append('\n');
                return;
            }
        }
        text.append(statement.text()).append(" {\n");
        for (ConfigStatement child : statement.children()) write(child, depth + 1, text);
        text.append(margin).append("}\n");
    }

    private static String line(ConfigStatement statement) {
        return statement.form() == Form.LINE ? statement.text() + ";" : statement.text();
    }

    /** Whether all below it are lines, or blocks of one word that are plain themselves. */
    private static boolean isPlain(ConfigStatement block) {
        return block.children().stream()
                .allMatch(child -> child.form() == Form.LINE
                        || child.form() == Form.BLOCK && child.text().indexOf(' ') < 0 && isPlain(child));
    }

    private static String onOneLine(ConfigStatement statement) {
        if (statement.form() == Form.LINE) return statement.text() + ";";
        return statement.children().stream()
                .map(child -> onOneLine(child) + " ")
                .collect(Collectors.joining("", statement.text() + " { ", "}"));
    }
}

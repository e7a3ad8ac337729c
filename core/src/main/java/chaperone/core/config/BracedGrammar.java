package chaperone.core.config;

import chaperone.core.config.ConfigStatement.Form;
import java.util.List;

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
        int start = text.length();
        if (depth > 0 && putOnOneLine(statement, text, start + ONE_LINE - margin.length())) {
            text.append('\n');
            return;
        }
        text.setLength(start);
        text.append(statement.text()).append(" {\n");
        for (ConfigStatement child : statement.children()) write(child, depth + 1, text);
        text.append(margin).append("}\n");
    }

    private static String line(ConfigStatement statement) {
        return statement.form() == Form.LINE ? statement.text() + ";" : statement.text();
    }

    /**
     * Puts a block on one line, as far as that goes: all below it must be lines, or blocks of one word that go on one line
     * themselves. It ends with the first sign too many, so that a deep block costs no more than a short one.
     *
     * @return whether all of it stands there now and ends before {@code end}
     */
    private static boolean putOnOneLine(ConfigStatement statement, StringBuilder text, int end) {
        if (statement.form() == Form.LINE)
            return text.append(statement.text()).append(';').length() <= end;
        if (text.append(statement.text()).append(" { ").length() > end) return false;
        for (ConfigStatement child : statement.children()) {
            boolean isPlain = child.form() == Form.LINE
                    || child.form() == Form.BLOCK && child.text().indexOf(' ') < 0;
            if (!isPlain || !putOnOneLine(child, text, end)) return false;
            text.append(' ');
        }
        return text.append('}').length() <= end;
    }
}

package chaperone.core.config;

import chaperone.core.pattern.QuickPattern;
import java.util.List;

/**
 * A configuration in indented blocks.
 *
 * @param comment what a comment line starts with
 * @param tabWidth columns to a tab stop
 * @param indent blanks by which a block is set in, where a text is written
 * @param verbatim blocks whose lines are free text
 */
public record IndentedGrammar(String comment, int tabWidth, int indent, List<VerbatimBlock> verbatim)
        implements Grammar {

    /** Free text: it starts below a statement that {@code opens} matches, and lasts while {@code lines} matches. */
    public record VerbatimBlock(QuickPattern opens, QuickPattern lines) {}

    public IndentedGrammar {
        if (comment.isEmpty()) throw new IllegalArgumentException("The comment sign must not be empty");
        if (tabWidth < 1) throw new IllegalArgumentException("Tab width " + tabWidth + " must be 1 or more");
        if (indent < 1) throw new IllegalArgumentException("Indent " + indent + " must be 1 or more");
        verbatim = List.copyOf(verbatim);
    }

    @Override
    public ConfigTree read(String text) {
        return new IndentedReader(this).read(text);
    }

    @Override
    public String write(List<ConfigStatement> statements) {
        StringBuilder text = new StringBuilder();
        write(statements, 0, text);
        return text.toString();
    }

    private void write(List<ConfigStatement> statements, int depth, StringBuilder text) {
        for (ConfigStatement each : statements) {
            text.append(" ".repeat(indent * depth)).append(each.text()).append('\n');
            write(each.children(), depth + 1, text);
        }
    }
}

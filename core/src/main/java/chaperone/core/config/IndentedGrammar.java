package chaperone.core.config;

import com.google.re2j.Pattern;
import java.util.List;

/**
 * A configuration in indented blocks.
 *
 * @param comment what a comment line starts with
 * @param tabWidth columns to a tab stop
 * @param verbatim blocks whose lines are free text
 */
public record IndentedGrammar(String comment, int tabWidth, List<VerbatimBlock> verbatim) implements Grammar {

    /** Free text: it starts below a statement that {@code opens} matches, and lasts while {@code lines} matches. */
    public record VerbatimBlock(Pattern opens, Pattern lines) {}

    public IndentedGrammar {
        if (comment.isEmpty()) throw new IllegalArgumentException("The comment sign must not be empty");
        if (tabWidth < 1) throw new IllegalArgumentException("Tab width " + tabWidth + " must be 1 or more");
        verbatim = List.copyOf(verbatim);
    }

    @Override
    public ConfigTree read(String text) {
        return new IndentedReader(this).read(text);
    }
}

package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.TreeBuilder.Place;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A configuration with one statement a line and nothing below it.
 *
 * @param comment what a comment line starts with
 * @param statement what a line must look like; others are kept verbatim
 */
public record FlatGrammar(String comment, Pattern statement) implements Grammar {

    public FlatGrammar {
        if (comment.isEmpty()) throw new IllegalArgumentException("The comment sign must not be empty");
    }

    @Override
    public ConfigTree read(String text) {
        TreeBuilder tree = new TreeBuilder();
        List<String> lines = ConfigText.linesWithEndings(text);
        for (int i = 0; i < lines.size(); i++) {
            ConfigLine line = ConfigLine.read(lines.get(i));
            Place at = new Place(i, line.indent().length());
            Kind kind = kindOf(line.text());
            if (kind == Kind.VERBATIM) tree.problem(at, "not a statement of this platform");
            tree.leaf(kind, line.text(), at, line.raw());
        }
        return tree.done();
    }

    @Override
    public String write(List<ConfigStatement> statements) {
        return statements.stream().map(each -> each.text() + "\n").collect(Collectors.joining());
    }

    private Kind kindOf(String line) {
        if (line.isEmpty()) return Kind.BLANK;
        if (line.startsWith(comment)) return Kind.COMMENT;
        return statement.matcher(line).find() ? Kind.STATEMENT : Kind.VERBATIM;
    }
}

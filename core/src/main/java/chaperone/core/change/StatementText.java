package chaperone.core.change;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigProblem;
import chaperone.core.config.ConfigStatement;
import chaperone.core.config.Grammar;
import chaperone.core.config.JsonGrammar;
import java.util.List;

/** One statement, with all that stands below it, as people write it by itself. */
sealed interface StatementText {
    record Read(ConfigStatement statement) implements StatementText {}

    /** @param line from 0 */
    record Malformed(int line, String message) implements StatementText {}

    /** Of JSON a member may be written, or the value of one: an entry of a list has no name. */
    static StatementText read(String text, ConfigModel model) {
        if (model.grammar() instanceof JsonGrammar) {
            StatementText member = read("{" + text + "}", model, true);
            if (member instanceof Read) return member;
        }
        return read(withoutIndentation(text), model, false);
    }

    private static StatementText read(String text, ConfigModel model, boolean isInside) {
        Grammar grammar = model.grammar();
        List<ConfigProblem> problems = ConfigDocument.read(grammar, text).tree().problems();
        if (!problems.isEmpty()) {
            ConfigProblem first = problems.get(0);
            return new Malformed(first.line(), first.message());
        }
        List<ConfigStatement> all = model.read(text).statements();
        List<ConfigStatement> read = isInside && all.size() == 1 ? all.get(0).children() : all;
        if (read.size() == 1) return new Read(read.get(0));
        return new Malformed(
                0,
                read.isEmpty()
                        ? "no statement stands here"
                        : "one statement is needed here, and " + read.size() + " stand");
    }

    /** Whoever took it from a block took the blanks before it, too. */
    private static String withoutIndentation(String text) {
        int least = text.lines()
                .filter(line -> !line.isBlank())
                .mapToInt(line -> line.length() - line.stripLeading().length())
                .min()
                .orElse(0);
        return least == 0
                ? text
                : String.join("\n", text.lines().map(line -> cut(line, least)).toList()) + "\n";
    }

    private static String cut(String line, int blanks) {
        return line.substring(Math.min(blanks, line.length()));
    }
}

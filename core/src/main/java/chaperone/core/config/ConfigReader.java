package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.IndentedGrammar.VerbatimBlock;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;

/**
 * Reads indented text into a tree: a line belongs to the nearest earlier line that is indented less.
 *
 * <p>No line is ever lost or altered, so {@link ConfigWriter} gives the same text back. One pass over the lines with a
 * stack of open blocks; linear in the length. Blocks nest up to {@value #DEEPEST} levels; what lies deeper is kept at
 * that level and reported as a problem.
 */
public final class ConfigReader {
    static final int DEEPEST = 64;

    private final IndentedGrammar grammar;

    public ConfigReader(IndentedGrammar grammar) {
        this.grammar = grammar;
    }

    public ConfigTree read(String text) {
        Reading reading = new Reading();
        for (String raw : ConfigText.linesWithEndings(text)) reading.take(ConfigLine.read(raw));
        return new ConfigTree(reading.close(), reading.problems);
    }

    /** A block that is still open: its own line and the lines that have come below it so far. */
    private static final class Open {
        final Optional<ConfigLine> line;
        final int number;
        final int column;
        final List<ConfigNode> children = new ArrayList<>();

        Open(Optional<ConfigLine> line, int number, int column) {
            this.line = line;
            this.number = number;
            this.column = column;
        }

        ConfigNode close() {
            return new ConfigNode(Kind.STATEMENT, line.orElseThrow(), number, children);
        }
    }

    private final class Reading {
        final List<ConfigProblem> problems = new ArrayList<>();
        private final Deque<Open> open = new ArrayDeque<>();
        private Optional<VerbatimBlock> freeText = Optional.empty();
        private int number;

        Reading() {
            open.push(new Open(Optional.empty(), 0, -1));
        }

        void take(ConfigLine line) {
            String shown = ConfigText.withoutEnding(line.raw());
            if (freeText.isPresent() && freeText.get().lines().matcher(shown).find()) {
                addLeaf(Kind.VERBATIM, line);
            } else if (line.text().isEmpty()) {
                addLeaf(Kind.BLANK, line);
            } else if (line.text().startsWith(grammar.comment())) {
                closeDownTo(line.column(grammar.tabWidth()));
                addLeaf(Kind.COMMENT, line);
            } else {
                addStatement(line);
            }
            number++;
        }

        private void addLeaf(Kind kind, ConfigLine line) {
            open.getFirst().children.add(new ConfigNode(kind, line, number, List.of()));
        }

        private void addStatement(ConfigLine line) {
            int column = line.column(grammar.tabWidth());
            if (closeDownTo(column) > column) {
                problems.add(new ConfigProblem(number, column, "indented like no open block above it"));
            }
            if (open.size() > DEEPEST) {
                problems.add(new ConfigProblem(number, 0, "nested deeper than " + DEEPEST + " levels"));
                closeInnermost();
            }
            freeText = grammar.verbatim().stream()
                    .filter(block -> block.opens().matcher(line.text()).find())
                    .findFirst();
            open.push(new Open(Optional.of(line), number, column));
        }

        /** The column of the last block that it closed, -1 if it closed none. */
        private int closeDownTo(int column) {
            int closed = -1;
            while (open.getFirst().column >= column) {
                closed = open.getFirst().column;
                closeInnermost();
            }
            return closed;
        }

        private void closeInnermost() {
            ConfigNode node = open.pop().close();
            open.getFirst().children.add(node);
        }

        List<ConfigNode> close() {
            while (open.size() > 1) closeInnermost();
            return open.getFirst().children;
        }
    }
}

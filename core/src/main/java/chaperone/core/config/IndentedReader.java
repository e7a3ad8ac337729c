package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.IndentedGrammar.VerbatimBlock;
import chaperone.core.config.TreeBuilder.Place;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Optional;

/** Reads indented text: a line belongs to the nearest earlier line that is indented less. One pass, one stack. */
final class IndentedReader {
    private final IndentedGrammar grammar;
    private final TreeBuilder tree = new TreeBuilder();
    /** The columns of the open blocks, the innermost first. */
    private final Deque<Integer> columns = new ArrayDeque<>();

    private Optional<VerbatimBlock> freeText = Optional.empty();
    private int number;

    IndentedReader(IndentedGrammar grammar) {
        this.grammar = grammar;
    }

    ConfigTree read(String text) {
        for (String raw : ConfigText.linesWithEndings(text)) {
            take(raw, ConfigLine.read(raw));
            number++;
        }
        return tree.done();
    }

    private void take(String raw, ConfigLine line) {
        if (freeText.isPresent() && freeText.get().lines().isIn(ConfigText.withoutEnding(raw))) {
            addLeaf(Kind.VERBATIM, raw, line);
        } else if (line.text().isEmpty()) {
            addLeaf(Kind.BLANK, raw, line);
        } else if (line.text().startsWith(grammar.comment())) {
            closeDownTo(line.column(grammar.tabWidth()));
            addLeaf(Kind.COMMENT, raw, line);
        } else {
            addStatement(raw, line);
        }
    }

    private void addLeaf(Kind kind, String raw, ConfigLine line) {
        tree.leaf(kind, line.text(), place(line), raw);
    }

    private Place place(ConfigLine line) {
        return new Place(number, line.indent().length());
    }

    private void addStatement(String raw, ConfigLine line) {
        int column = line.column(grammar.tabWidth());
        if (closeDownTo(column) > column) tree.problem(place(line), "indented like no open block above it");
        if (tree.isFull()) {
            tree.problem(place(line), "nested deeper than " + TreeBuilder.DEEPEST + " levels");
            closeInnermost();
        }
        freeText = freeTextAt(line.text());
        tree.open(line.text(), place(line), raw);
        columns.push(column);
    }

    private Optional<VerbatimBlock> freeTextAt(String statement) {
        for (VerbatimBlock block : grammar.verbatim()) if (block.opens().isIn(statement)) return Optional.of(block);
        return Optional.empty();
    }

    /** The column of the last block that it closed, -1 if it closed none. */
    private int closeDownTo(int column) {
        int closed = -1;
        while (!columns.isEmpty() && columns.getFirst() >= column) {
            closed = columns.getFirst();
            closeInnermost();
        }
        return closed;
    }

    private void closeInnermost() {
        tree.close("");
        columns.pop();
    }
}

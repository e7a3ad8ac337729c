package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;

/** Puts nodes together in the order of the text. Whatever is open at the end is closed with nothing. */
final class TreeBuilder {
    static final int DEEPEST = 64;

    private final List<ConfigProblem> problems = new ArrayList<>();
    private final Deque<Open> open = new ArrayDeque<>();

    /** Where a statement starts; both count from 0. */
    record Place(int line, int column) {}

    /** A block whose end has not come yet, and what has come below it so far. */
    private record Open(String text, Place at, String opening, List<ConfigNode> children) {
        ConfigNode close(String closing) {
            return new ConfigNode(Kind.STATEMENT, text, at.line(), at.column(), opening, children, closing);
        }
    }

    TreeBuilder() {
        open.push(new Open("", new Place(0, 0), "", new ArrayList<>()));
    }

    /** Blocks that are open now. */
    int depth() {
        return open.size() - 1;
    }

    boolean isFull() {
        return depth() >= DEEPEST;
    }

    /** The statement that opened the innermost block, and where; only while one is open. */
    String openText() {
        return open.getFirst().text();
    }

    Place openedAt() {
        return open.getFirst().at();
    }

    void leaf(Kind kind, String text, Place at, String raw) {
        open.getFirst().children().add(new ConfigNode(kind, text, at.line(), at.column(), raw, List.of(), ""));
    }

    void open(String text, Place at, String raw) {
        open.push(new Open(text, at, raw, new ArrayList<>()));
    }

    void close(String raw) {
        ConfigNode node = open.pop().close(raw);
        open.getFirst().children().add(node);
    }

    void problem(Place at, String message) {
        problems.add(new ConfigProblem(at.line(), at.column(), message));
    }

    ConfigTree done() {
        while (depth() > 0) close("");
        return new ConfigTree(open.getFirst().children(), problems);
    }
}

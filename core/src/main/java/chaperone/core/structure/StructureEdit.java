package chaperone.core.structure;

import chaperone.core.structure.Difference.Anchor;
import chaperone.core.structure.Difference.Kind;
import chaperone.core.structure.Difference.Spot;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Carries differences by structure out on the configuration they were found in. What comes of it means what the other
 * one means; statements whose order does not count may stand elsewhere.
 */
public final class StructureEdit {
    private final Map<Spot, Node> nodes = new HashMap<>();
    private final Node root;

    /** A statement that can be altered, while the edit is carried out. */
    private static final class Node {
        private Statement statement;
        private Optional<Node> parent;
        private final List<Node> children = new ArrayList<>();

        Node(Statement statement, Optional<Node> parent) {
            this.statement = statement;
            this.parent = parent;
        }

        Statement done() {
            List<Statement> below = children.stream().map(Node::done).toList();
            return new Statement(
                    statement.wording(),
                    statement.identity(),
                    statement.order(),
                    statement.line(),
                    statement.column(),
                    below,
                    List.of());
        }
    }

    private StructureEdit(Statement before) {
        root = grow(before, Optional.empty());
    }

    public static Statement apply(StructureDiff diff, Statement before) {
        StructureEdit edit = new StructureEdit(before);
        for (Difference each : diff.differences()) edit.takeAway(each);
        for (Difference each : diff.differences()) edit.putIn(each);
        return edit.root.done();
    }

    private Node grow(Statement statement, Optional<Node> parent) {
        Node node = new Node(statement, parent);
        nodes.put(Spot.before(statement), node);
        for (Statement child : statement.children()) node.children.add(grow(child, Optional.of(node)));
        return node;
    }

    private void takeAway(Difference difference) {
        if (difference.kind() != Kind.REMOVED && difference.kind() != Kind.MOVED) return;
        Node node = nodeAt(Spot.before(difference.before().orElseThrow().statement()));
        node.parent.ifPresent(parent -> parent.children.remove(node));
    }

    private void putIn(Difference difference) {
        switch (difference.kind()) {
            case MODIFIED ->
                nodeBefore(difference).statement =
                        difference.after().orElseThrow().statement();
            case MOVED -> insert(nodeBefore(difference), difference.anchor().orElseThrow());
            case ADDED -> {
                Statement statement = difference.after().orElseThrow().statement();
                Node node = new Node(statement, Optional.empty());
                nodes.put(Spot.after(statement), node);
                insert(node, difference.anchor().orElseThrow());
            }
            case REMOVED, SPELLING, NOISE, RENUMBERED, UNSAID, REORDERED -> {
                // Gone already, or without a meaning.
            }
        }
    }

    private void insert(Node node, Anchor anchor) {
        Node parent = nodeAt(anchor.parent());
        node.parent = Optional.of(parent);
        if (!node.statement.isOrdered()) {
            parent.children.add(node);
            return;
        }
        int at = anchor.previous()
                .map(this::nodeAt)
                .map(previous -> parent.children.indexOf(previous) + 1)
                .orElse(0);
        parent.children.add(at, node);
    }

    private Node nodeBefore(Difference difference) {
        return nodeAt(Spot.before(difference.before().orElseThrow().statement()));
    }

    private Node nodeAt(Spot spot) {
        Node node = nodes.get(spot);
        if (node == null) throw new IllegalArgumentException("No statement at line " + spot.line() + " to edit");
        return node;
    }
}

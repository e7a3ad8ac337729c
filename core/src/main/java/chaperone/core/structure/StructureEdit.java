package chaperone.core.structure;

import chaperone.core.structure.Difference.Anchor;
import chaperone.core.structure.Difference.Kind;
import chaperone.core.structure.Difference.Spot;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Carries differences by structure out on a configuration: the one they were found in, or another one in which what they
 * speak of stands as it did there. What comes of the former means what the other one of the two means; statements whose
 * order does not count may stand elsewhere.
 */
public final class StructureEdit {
    private final Map<Spot, Node> nodes = new HashMap<>();
    private final Set<Spot> thereAlready;
    private final Node root;

    /** What applying gave: the new configuration, or the first difference that does not fit what stands there. */
    public sealed interface Outcome {
        record Applied(Statement root) implements Outcome {}

        /**
         * @param at what leads to the statement that is not there, says something else, or should not be there
         * @param found what stands there; nothing if it is not there
         */
        record Conflict(Difference difference, ConfigPath at, Optional<Statement> found) implements Outcome {}
    }

    /** A difference that does not fit; only ever thrown from here to {@link #apply}. */
    private static final class Misfit extends RuntimeException {
        private static final long serialVersionUID = 1L;
        private final transient Outcome.Conflict conflict;

        Misfit(Outcome.Conflict conflict) {
            super(conflict.at().toString(), null, false, false);
            this.conflict = conflict;
        }
    }

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
            return new Statement(
                            statement.wording(),
                            statement.identity(),
                            statement.step(),
                            statement.order(),
                            statement.location(),
                            List.of(),
                            List.of(),
                            statement.form())
                    .withChildren(children.stream().map(Node::done).toList());
        }
    }

    private StructureEdit(Statement before, Set<Spot> thereAlready) {
        this.thereAlready = thereAlready;
        root = grow(Spot.TOP, before, Optional.empty());
    }

    /** Leaves {@code before} as it is. Linear in the statements and the differences, but for moves in long blocks. */
    public static Outcome apply(StructureDiff diff, Statement before) {
        return apply(diff, before, Set.of());
    }

    /** @param thereAlready added statements that somebody else has added meanwhile, in the same words: they are not again */
    public static Outcome apply(StructureDiff diff, Statement before, Set<Spot> thereAlready) {
        StructureEdit edit = new StructureEdit(before, thereAlready);
        try {
            for (Difference each : diff.differences()) edit.takeAway(each);
            for (Difference each : diff.differences()) edit.refuseWhatCameSince(each);
            for (Difference each : diff.differences()) edit.putIn(each);
        } catch (Misfit misfit) {
            return misfit.conflict;
        }
        return new Outcome.Applied(edit.root.done());
    }

    private Node grow(Spot spot, Statement statement, Optional<Node> parent) {
        Node node = new Node(statement, parent);
        nodes.put(spot, node);
        for (Statement child : statement.children()) {
            node.children.add(grow(spot.child(child), child, Optional.of(node)));
        }
        return node;
    }

    private void takeAway(Difference difference) {
        if (difference.kind() != Kind.REMOVED && difference.kind() != Kind.MOVED) return;
        Node node = asItWas(difference);
        node.parent.ifPresent(parent -> parent.children.remove(node));
    }

    /** A block that is to go may have got statements that nobody knew of when that was decided. */
    private void refuseWhatCameSince(Difference difference) {
        if (difference.kind() != Kind.REMOVED) return;
        nodeAt(difference, difference.spot()).children.stream().findFirst().ifPresent(child -> {
            ConfigPath path = difference.spot().path().with(child.statement.step());
            throw new Misfit(new Outcome.Conflict(difference, path, Optional.of(child.statement)));
        });
    }

    private void putIn(Difference difference) {
        switch (difference.kind()) {
            case MODIFIED ->
                asItWas(difference).statement = difference.after().orElseThrow().statement();
            case MOVED -> insert(difference, nodeAt(difference, difference.spot()));
            case ADDED -> {
                if (thereAlready.contains(difference.spot())) {
                    Spot stood = new Spot(true, difference.spot().path());
                    nodes.put(difference.spot(), nodeAt(difference, stood));
                    return;
                }
                Node node = new Node(difference.after().orElseThrow().statement(), Optional.empty());
                nodes.put(difference.spot(), node);
                insert(difference, node);
            }
            case REMOVED, SPELLING, NOISE, RENUMBERED, UNSAID, REORDERED -> {
                // Gone already, or without a meaning.
            }
        }
    }

    private void insert(Difference difference, Node node) {
        Anchor anchor = difference.anchor().orElseThrow();
        Node parent = nodeAt(difference, anchor.parent());
        node.parent = Optional.of(parent);
        if (!node.statement.isOrdered()) {
            parent.children.add(node);
            return;
        }
        int at = anchor.previous()
                .map(previous -> parent.children.indexOf(nodeAt(difference, previous)) + 1)
                .orElse(0);
        parent.children.add(at, node);
    }

    /** The statement that a difference speaks of, if it says what it said where the difference was found. */
    private Node asItWas(Difference difference) {
        Node node = nodeAt(difference, difference.spot());
        Statement expected = difference.before().orElseThrow().statement();
        if (node.statement.key().equals(expected.key())) return node;
        throw new Misfit(new Outcome.Conflict(difference, difference.spot().path(), Optional.of(node.statement)));
    }

    private Node nodeAt(Difference difference, Spot spot) {
        Node node = nodes.get(spot);
        if (node != null) return node;
        throw new Misfit(new Outcome.Conflict(difference, spot.path(), Optional.empty()));
    }
}

package chaperone.core.standard;

import chaperone.core.structure.Statement;
import java.util.Optional;

/** Finds in a block what a statement of a golden text speaks of. */
final class Siblings {
    private Siblings() {}

    /** The one that says the same. */
    static Optional<Statement> same(Statement above, Statement wanted) {
        return above.children().stream()
                .filter(child -> child.key().equals(wanted.key()))
                .findFirst();
    }

    /** The one that it would replace. */
    static Optional<Statement> named(Statement above, Statement wanted) {
        return above.children().stream()
                .filter(child -> child.step().name().equals(wanted.step().name()))
                .findFirst();
    }
}

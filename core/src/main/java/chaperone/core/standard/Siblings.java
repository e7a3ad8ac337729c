package chaperone.core.standard;

import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.structure.Statement;
import java.util.List;
import java.util.Optional;

/** Finds in a block what a statement of a golden text speaks of. */
final class Siblings {
    private Siblings() {}

    /** The one that says the same. Objects of a list say nothing themselves: they differ by what is in them. */
    static Optional<Statement> same(Statement above, Statement wanted) {
        boolean isList = above.form().filter(form -> form == Form.LIST).isPresent();
        return above.children().stream()
                .filter(child -> child.key().equals(wanted.key()) && (!isList || mayBeOne(child, wanted)))
                .findFirst();
    }

    private static boolean mayBeOne(Statement one, Statement other) {
        boolean areNamed = one.isNamedLike(one) && other.isNamedLike(other);
        return !areNamed || one.isNamedLike(other);
    }

    /** The one that it would replace. */
    static Optional<Statement> named(Statement above, Statement wanted) {
        return above.children().stream()
                .filter(child -> child.step().name().equals(wanted.step().name()))
                .findFirst();
    }

    static Optional<Statement> meant(Statement above, Statement wanted) {
        return same(above, wanted).or(() -> named(above, wanted));
    }

    /** A line that gets lines below it is a block. */
    static ConfigStatement block(ConfigStatement like, String text, List<ConfigStatement> children) {
        Form form = like.form() == Form.LINE && !children.isEmpty() ? Form.BLOCK : like.form();
        return new ConfigStatement(form, text, children);
    }
}

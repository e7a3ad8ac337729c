package chaperone.core.change;

import chaperone.core.structure.Statement;
import java.util.List;
import java.util.Optional;

/** Finds statements by the names of the steps that lead to them, as they are shown. */
public final class PathSteps {
    private PathSteps() {}

    /** The statement whose siblings are at the top: of JSON the document, else the configuration as a whole. */
    public static Statement top(Statement root) {
        List<Statement> all = root.children();
        boolean isDocument = all.size() == 1 && all.get(0).text().isEmpty();
        return isDocument ? all.get(0) : root;
    }

    /** The statement that a path leads to; no step leads to the top. Linear in the siblings on the way. */
    public static Optional<Statement> find(Statement root, List<String> path) {
        Statement at = top(root);
        for (String name : path) {
            int index = indexOf(at, name);
            if (index < 0) return Optional.empty();
            at = at.children().get(index);
        }
        return Optional.of(at);
    }

    /** -1 if there is none. */
    static int indexOf(Statement above, String name) {
        List<Statement> siblings = above.children();
        for (int i = 0; i < siblings.size(); i++)
            if (siblings.get(i).step().toString().equals(name)) return i;
        return -1;
    }
}

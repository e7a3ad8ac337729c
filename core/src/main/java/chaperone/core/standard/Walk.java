package chaperone.core.standard;

import chaperone.core.pattern.QuickPattern;
import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.BiConsumer;

/** Goes over all statements of a configuration, in the order of its text. */
final class Walk {
    private Walk() {}

    /**
     * @param in those alone that stand in such a block
     * @param visit gets what stands above the statement, too, which holds only until it returns
     */
    static void over(Statement root, Optional<QuickPattern> in, BiConsumer<List<String>, Statement> visit) {
        below(new ArrayList<>(), root, in, visit);
    }

    private static void below(
            List<String> path, Statement above, Optional<QuickPattern> in, BiConsumer<List<String>, Statement> visit) {
        boolean isMeant = in.isEmpty() || in.get().isIn(above.text());
        for (Statement each : above.children()) {
            if (isMeant) visit.accept(path, each);
            if (each.children().isEmpty()) continue;
            path.add(each.text());
            below(path, each, in, visit);
            path.remove(path.size() - 1);
        }
    }

    static List<String> with(List<String> path, Statement statement) {
        List<String> longer = new ArrayList<>(path);
        longer.add(statement.text());
        return longer;
    }
}

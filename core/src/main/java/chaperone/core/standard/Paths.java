package chaperone.core.standard;

import chaperone.core.structure.Statement;
import java.util.ArrayList;
import java.util.List;

/** Paths to statements, for people. */
final class Paths {
    private Paths() {}

    static List<String> with(List<String> path, Statement statement) {
        List<String> longer = new ArrayList<>(path);
        longer.add(statement.text());
        return longer;
    }
}

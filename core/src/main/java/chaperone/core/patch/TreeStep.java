package chaperone.core.patch;

import chaperone.core.config.ConfigStatement;
import java.util.List;

/** One step from tree to tree, before it is put in a family's words. */
sealed interface TreeStep {
    /** The texts of the statements that lead to it, from the top. */
    List<String> path();

    /** Adds a statement with all that stands below it, or replaces what is beside it under its name. */
    record Put(List<String> path, ConfigStatement statement) implements TreeStep {}

    /** Says a block's own statement anew and leaves what stands below it. */
    record Rename(List<String> path, String text) implements TreeStep {}

    /** Takes it away with all that stands below it. */
    record Remove(List<String> path, ConfigStatement statement) implements TreeStep {
        String text() {
            return statement.text();
        }
    }

    /** @param before the text of the one that it is to stand before */
    record Place(List<String> path, String text, String before) implements TreeStep {}
}

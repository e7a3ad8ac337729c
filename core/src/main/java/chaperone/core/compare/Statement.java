package chaperone.core.compare;

import java.util.List;

/**
 * A statement with what it means: the form in which two configurations are compared by structure.
 *
 * @param text as it is written
 * @param key what of it counts: without noise, and without a number that only says where it stands
 * @param name what it speaks of; empty if that cannot be told
 * @param order the rule by which its place among its siblings counts, or {@link #ANY_ORDER}
 * @param line where it starts, from 0; the root stands at {@link #TOP}
 * @param column in that line, in characters from 0
 * @param unsaid texts of statements below it that only say what holds without them; they are not among the children
 */
public record Statement(
        String text,
        String key,
        String name,
        int order,
        int line,
        int column,
        List<Statement> children,
        List<String> unsaid) {
    static final int ANY_ORDER = -1;
    static final int TOP = -1;

    public Statement {
        children = List.copyOf(children);
        unsaid = List.copyOf(unsaid);
    }

    boolean isOrdered() {
        return order != ANY_ORDER;
    }

    /** By what it is recognised on the other side. */
    String identity() {
        return name.isEmpty() ? key : name;
    }

    /** Everything that counts of it and of what stands below, order where it counts; equal for equal meaning. */
    int meaning() {
        int hash = 31 * key.hashCode() + order;
        int loose = 0;
        for (Statement child : children) {
            if (child.isOrdered()) hash = 31 * hash + child.meaning();
            else loose += 0x9E3779B9 * child.meaning();
        }
        return 31 * hash + loose;
    }
}

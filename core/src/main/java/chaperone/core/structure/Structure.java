package chaperone.core.structure;

import chaperone.core.pattern.QuickPattern;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a family's statements mean beside their text: where order counts, what a statement speaks of, what goes without
 * saying. The first rule that fits a statement counts. {@code in} is matched with the statement above it and left out
 * where that does not matter; at the top stands nothing, an empty text.
 */
public record Structure(
        List<Ordered> ordered, List<Named> names, List<Entry> entries, List<Default> defaults, List<PortBlock> ports) {
    public static final Structure NONE = new Structure(List.of(), List.of(), List.of(), List.of(), List.of());

    /**
     * Statements whose order counts among themselves.
     *
     * @param lines which ones; all of the block if left out
     * @param number its first group only says where the statement stands, and means nothing more
     */
    public record Ordered(Optional<QuickPattern> in, Optional<QuickPattern> lines, Optional<QuickPattern> number) {
        boolean holds(String above, String text) {
            return fits(lines, text) && fits(in, above);
        }
    }

    /**
     * What a statement speaks of: two with one name are the same thing, whatever else they say.
     *
     * @param name its first group is the name
     */
    public record Named(Optional<QuickPattern> in, QuickPattern name) {
        /** Most statements are refused by their own text, so that comes first. */
        public Optional<String> nameIn(String above, String text) {
            return name.firstGroup(text).filter(unused -> fits(in, above));
        }
    }

    /**
     * What names the entries of a list (JSON), or elements of one name that stand side by side (XML).
     *
     * @param path the names that lead to the list, or to the element; left out, it holds for all of them, as long as
     *     there are several
     * @param key the members that name an entry
     */
    public record Entry(Optional<QuickPattern> path, List<String> key) {
        public Entry {
            key = List.copyOf(key);
        }

        boolean holds(String names) {
            return fits(path, names);
        }
    }

    /** A line that says what holds without it. */
    public record Default(Optional<QuickPattern> in, QuickPattern line) {}

    /**
     * A statement that is a port of the device.
     *
     * @param port its first group, in how the statement is called in a path, is the port's name
     */
    public record PortBlock(Optional<QuickPattern> in, QuickPattern port) {}

    public Structure {
        ordered = List.copyOf(ordered);
        names = List.copyOf(names);
        entries = List.copyOf(entries);
        defaults = List.copyOf(defaults);
        ports = List.copyOf(ports);
    }

    /** With more rules that name statements; they count where none of these fits. */
    public Structure withNames(List<Named> more) {
        return new Structure(
                ordered, Stream.concat(names.stream(), more.stream()).toList(), entries, defaults, ports);
    }

    /** The rule by which order counts for a statement, as an index into {@link #ordered}; -1 if it does not count. */
    int orderOf(String above, String text) {
        for (int i = 0; i < ordered.size(); i++) {
            if (ordered.get(i).holds(above, text)) return i;
        }
        return Statement.ANY_ORDER;
    }

    /**
     * The rule by which a statement's place counts without a number that says it, as an index into {@link #ordered}; -1 if
     * there is none.
     */
    public int placeRule(String above, String text) {
        int order = orderOf(above, text);
        return order >= 0 && ordered.get(order).number().isEmpty() ? order : Statement.ANY_ORDER;
    }

    /** Empty if no rule names it. */
    String nameOf(String above, String text) {
        for (Named rule : names) {
            Optional<String> name = rule.nameIn(above, text);
            if (name.isPresent()) return name.get();
        }
        return "";
    }

    /** The name of the port that a statement is. */
    Optional<String> portOf(String above, String label) {
        return ports.stream()
                .filter(rule -> fits(rule.in(), above))
                .flatMap(rule -> rule.port().firstGroup(label).stream())
                .findFirst();
    }

    boolean isDefault(String above, String text) {
        for (Default rule : defaults) if (rule.line().isIn(text) && fits(rule.in(), above)) return true;
        return false;
    }

    private static boolean fits(Optional<QuickPattern> pattern, String text) {
        return pattern.isEmpty() || pattern.get().isIn(text);
    }
}

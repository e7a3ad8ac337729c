package chaperone.core.structure;

import chaperone.core.locator.QuickPattern;
import com.google.re2j.Pattern;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What a family's statements mean beside their text: where order counts, what a statement speaks of, what goes without
 * saying. The first rule that fits a statement counts. {@code in} is matched with the statement above it and left out
 * where that does not matter; at the top stands nothing, an empty text.
 */
public final class Structure {
    public static final Structure NONE = new Structure(List.of(), List.of(), List.of(), List.of(), List.of());

    private final List<Ordered> ordered;
    private final List<Named> names;
    private final List<Entry> entries;
    private final List<Default> defaults;
    private final List<PortBlock> ports;
    private final List<Rule> orderRules;
    private final List<Rule> nameRules;
    private final List<Rule> defaultRules;
    private final List<Rule> portRules;

    public Structure(
            List<Ordered> ordered,
            List<Named> names,
            List<Entry> entries,
            List<Default> defaults,
            List<PortBlock> ports) {
        this.ordered = List.copyOf(ordered);
        this.names = List.copyOf(names);
        this.entries = List.copyOf(entries);
        this.defaults = List.copyOf(defaults);
        this.ports = List.copyOf(ports);
        orderRules =
                ordered.stream().map(each -> Rule.of(each.in(), each.lines())).toList();
        nameRules = names.stream()
                .map(each -> Rule.of(each.in(), Optional.of(each.name())))
                .toList();
        defaultRules = defaults.stream()
                .map(each -> Rule.of(each.in(), Optional.of(each.line())))
                .toList();
        portRules = ports.stream()
                .map(each -> Rule.of(each.in(), Optional.of(each.port())))
                .toList();
    }

    /** One of the rules below, as it is asked: {@code text} comes first, as it refuses most statements. */
    private record Rule(Optional<QuickPattern> in, Optional<QuickPattern> text) {
        static Rule of(Optional<Pattern> in, Optional<Pattern> text) {
            return new Rule(in.map(QuickPattern::of), text.map(QuickPattern::of));
        }

        boolean holds(String above, String statement) {
            return (text.isEmpty() || text.get().isIn(statement)) && isIn(above);
        }

        Optional<String> firstGroup(String above, String statement) {
            return text.orElseThrow().firstGroup(statement).filter(unused -> isIn(above));
        }

        private boolean isIn(String above) {
            return in.isEmpty() || in.get().isIn(above);
        }
    }

    public List<Ordered> ordered() {
        return ordered;
    }

    public List<Named> names() {
        return names;
    }

    public List<Entry> entries() {
        return entries;
    }

    public List<Default> defaults() {
        return defaults;
    }

    public List<PortBlock> ports() {
        return ports;
    }

    /**
     * Statements whose order counts among themselves.
     *
     * @param lines which ones; all of the block if left out
     * @param number its first group only says where the statement stands, and means nothing more
     */
    public record Ordered(Optional<Pattern> in, Optional<Pattern> lines, Optional<Pattern> number) {}

    /**
     * What a statement speaks of: two with one name are the same thing, whatever else they say.
     *
     * @param name its first group is the name
     */
    public record Named(Optional<Pattern> in, Pattern name) {}

    /**
     * What names the entries of a list (JSON), or elements of one name that stand side by side (XML).
     *
     * @param path the names that lead to the list, or to the element; left out, it holds for all of them, as long as
     *     there are several
     * @param key the members that name an entry
     */
    public record Entry(Optional<Pattern> path, List<String> key) {
        public Entry {
            key = List.copyOf(key);
        }

        boolean holds(String names) {
            return fits(path, names);
        }
    }

    /** A line that says what holds without it. */
    public record Default(Optional<Pattern> in, Pattern line) {}

    /**
     * A statement that is a port of the device.
     *
     * @param port its first group, in how the statement is called in a path, is the port's name
     */
    public record PortBlock(Optional<Pattern> in, Pattern port) {}

    /** With more rules that name statements; they count where none of these fits. */
    public Structure withNames(List<Named> more) {
        return new Structure(
                ordered, Stream.concat(names.stream(), more.stream()).toList(), entries, defaults, ports);
    }

    /** The rule by which order counts for a statement, as an index into {@link #ordered}; -1 if it does not count. */
    int orderOf(String above, String text) {
        for (int i = 0; i < orderRules.size(); i++) {
            if (orderRules.get(i).holds(above, text)) return i;
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
        return first(nameRules, above, text).orElse("");
    }

    /** The name of the port that a statement is. */
    Optional<String> portOf(String above, String label) {
        return first(portRules, above, label);
    }

    boolean isDefault(String above, String text) {
        for (Rule rule : defaultRules) if (rule.holds(above, text)) return true;
        return false;
    }

    private static Optional<String> first(List<Rule> rules, String above, String text) {
        for (Rule rule : rules) {
            Optional<String> found = rule.firstGroup(above, text);
            if (found.isPresent()) return found;
        }
        return Optional.empty();
    }

    private static boolean fits(Optional<Pattern> pattern, String text) {
        return pattern.isEmpty() || pattern.get().matcher(text).find();
    }
}

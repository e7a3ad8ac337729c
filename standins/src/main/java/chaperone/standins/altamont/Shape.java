package chaperone.standins.altamont;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What may stand at a place of the configuration.
 *
 * @param name the word before it; of an item that is known by its own name alone, the name of its XML element
 * @param form what a key or a value must look like
 * @param below what may stand inside, in the order of printing
 */
record Shape(String name, Kind kind, Pattern form, List<Shape> below) {

    enum Kind {
        /** {@code system { … }} */
        BLOCK,
        /** {@code account bob { … }} */
        NAMED,
        /** Like {@code NAMED}, in the order in which people put them. */
        ORDERED,
        /** {@code wan-0 { … }}, without a word before it. */
        BARE,
        /** {@code level full;} */
        LEAF,
        /** {@code on [ a b ];} */
        LEAVES,
        /** {@code closed;} */
        FLAG
    }

    private static final String NAME = "[A-Za-z0-9][A-Za-z0-9._-]{0,62}";
    private static final String TEXT = "[^\"\\\\\\x00-\\x1f]{1,120}";
    private static final String ADDRESS = "\\d{1,3}(\\.\\d{1,3}){3}";
    private static final String PREFIX = ADDRESS + "/\\d{1,2}";
    private static final String NUMBER = "\\d{1,5}";

    private static Shape of(String name, Kind kind, String form, Shape... below) {
        return new Shape(name, kind, Pattern.compile(form), List.of(below));
    }

    private static Shape leaf(String name, String form) {
        return of(name, Kind.LEAF, form);
    }

    static final Shape TOP = of(
            "",
            Kind.BLOCK,
            "",
            of(
                    "system",
                    Kind.BLOCK,
                    "",
                    leaf("name", NAME),
                    leaf("welcome", TEXT),
                    of("clock-from", Kind.LEAVES, ADDRESS),
                    of("log-to", Kind.LEAVES, ADDRESS),
                    of("reach", Kind.LEAVES, "shell|programs|cable"),
                    of("account", Kind.NAMED, NAME, leaf("level", "full|look"), leaf("secret", TEXT))),
            of(
                    "ports",
                    Kind.BLOCK,
                    "",
                    of(
                            "port",
                            Kind.BARE,
                            "(wan|lan|bundle)-\\d{1,2}",
                            leaf("text", TEXT),
                            leaf("address", PREFIX),
                            of("closed", Kind.FLAG, ""),
                            of("sub", Kind.NAMED, NUMBER, leaf("tag", NUMBER), leaf("address", PREFIX)))),
            of(
                    "routing",
                    Kind.BLOCK,
                    "",
                    of("fixed", Kind.NAMED, PREFIX, leaf("via", ADDRESS)),
                    of("area", Kind.NAMED, NUMBER, of("on", Kind.LEAVES, NAME), of("quiet-on", Kind.LEAVES, NAME))),
            of(
                    "filters",
                    Kind.BLOCK,
                    "",
                    of(
                            "chain",
                            Kind.NAMED,
                            NAME,
                            of(
                                    "step",
                                    Kind.ORDERED,
                                    NAME,
                                    of(
                                            "match",
                                            Kind.BLOCK,
                                            "",
                                            leaf("protocol", "tcp|udp|icmp|any"),
                                            leaf("from", PREFIX),
                                            leaf("to", PREFIX),
                                            leaf("to-port", NUMBER)),
                                    leaf("then", "pass|stop")))));

    boolean hasKey() {
        return kind == Kind.NAMED || kind == Kind.ORDERED || kind == Kind.BARE;
    }

    boolean hasValue() {
        return kind == Kind.LEAF || kind == Kind.LEAVES;
    }

    boolean takes(String word) {
        return form.matcher(word).matches();
    }

    /** The shape that begins with this word inside this one. */
    Optional<Shape> beginningWith(String word) {
        Optional<Shape> named = below.stream()
                .filter(shape -> shape.kind != Kind.BARE && shape.name.equals(word))
                .findFirst();
        return named.or(() -> below.stream()
                .filter(shape -> shape.kind == Kind.BARE && shape.takes(word))
                .findFirst());
    }
}

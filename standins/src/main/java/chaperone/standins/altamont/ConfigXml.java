package chaperone.standins.altamont;

import chaperone.standins.altamont.Shape.Kind;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import org.w3c.dom.Element;
import org.w3c.dom.Node;

/** The configuration as XML, by a small YANG module of Altamont's own, and edits of it as RFC 6241 describes them. */
final class ConfigXml {
    static final String NAMESPACE = "urn:example:altamont";
    private static final String NETCONF = "urn:ietf:params:xml:ns:netconf:base:1.0";

    private ConfigXml() {}

    /** What the filter's elements select; all of it without a filter. */
    static String write(AltamontConfig config, Optional<Element> filter) {
        StringBuilder xml = new StringBuilder();
        for (Item item : config.top.below) {
            Optional<Element> chosen = filter.flatMap(f -> child(f, item.shape.name()));
            if (filter.isEmpty() || chosen.isPresent()) {
                write(item, 1, xml, chosen.filter(element -> !children(element).isEmpty()), true);
            }
        }
        return xml.toString();
    }

    private static void write(Item item, int depth, StringBuilder xml, Optional<Element> filter, boolean isTop) {
        String indent = "  ".repeat(depth);
        String name = item.shape.name();
        xml.append(indent).append('<').append(name);
        if (isTop) xml.append(" xmlns=\"" + NAMESPACE + "\"");
        if (item.shape.kind() == Kind.FLAG) {
            xml.append("/>\n");
            return;
        }
        xml.append('>');
        if (item.shape.hasValue()) {
            xml.append(escaped(item.word)).append("</").append(name).append(">\n");
            return;
        }
        xml.append('\n');
        if (item.shape.hasKey()) {
            xml.append(indent).append("  <name>").append(escaped(item.word)).append("</name>\n");
        }
        for (Item below : item.below) {
            if (filter.isEmpty() || selects(filter.get(), below)) {
                write(below, depth + 1, xml, Optional.empty(), false);
            }
        }
        xml.append(indent).append("</").append(name).append(">\n");
    }

    /** A subtree filter (RFC 6241, section 6) one level deep, with a content match on the key. */
    private static boolean selects(Element filter, Item item) {
        return children(filter).stream()
                .filter(element -> element.getLocalName().equals(item.shape.name()))
                .anyMatch(element -> child(element, "name")
                        .map(key -> key.getTextContent().strip().equals(item.word))
                        .orElse(true));
    }

    /** Applies {@code <config>} to a draft. */
    static void edit(AltamontConfig draft, Element config, String defaultOperation) throws NetconfError {
        for (Element element : children(config)) {
            if (!NAMESPACE.equals(element.getNamespaceURI())) {
                throw NetconfError.of("unknown-namespace", element.getNamespaceURI() + " is not known here");
            }
            edit(draft.top, element, defaultOperation);
        }
    }

    private static void edit(Item at, Element element, String inherited) throws NetconfError {
        String name = element.getLocalName();
        Shape shape = at.shape.below().stream()
                .filter(s -> s.name().equals(name))
                .findFirst()
                .orElseThrow(() -> NetconfError.of("unknown-element", name + " is not known here"));
        String own = element.getAttributeNS(NETCONF, "operation");
        String operation = own.isEmpty() ? inherited : own;
        String word = wordOf(shape, element);
        Optional<Item> present = at.find(shape, word);
        switch (operation) {
            case "delete", "remove" -> {
                if (present.isEmpty() && operation.equals("delete")) {
                    throw NetconfError.of("data-missing", name + " " + word + " is not there");
                }
                present.ifPresent(at.below::remove);
                return;
            }
            case "create" -> {
                if (present.isPresent()) throw NetconfError.of("data-exists", name + " " + word + " is there already");
            }
            case "replace" -> present.ifPresent(at.below::remove);
            case "merge", "none" -> {}
            default -> throw NetconfError.of("bad-attribute", "operation " + operation + " is not known");
        }
        Item item = at.findOrAdd(shape, word);
        if (shape.hasValue()) item.word = word;
        for (Element child : children(element)) {
            boolean isKey = shape.hasKey() && child.getLocalName().equals("name");
            if (!isKey)
                edit(item, child, operation.equals("replace") || operation.equals("create") ? "merge" : operation);
        }
    }

    private static String wordOf(Shape shape, Element element) throws NetconfError {
        if (!shape.hasKey() && !shape.hasValue()) return "";
        String word = shape.hasValue()
                ? valueOf(shape, element.getTextContent())
                : child(element, "name")
                        .map(Node::getTextContent)
                        .map(String::strip)
                        .orElseThrow(() -> NetconfError.of("missing-element", shape.name() + " needs a name"));
        boolean isEmptyDelete = word.isEmpty() && shape.hasValue();
        if (!isEmptyDelete && !shape.takes(word)) {
            throw NetconfError.of("invalid-value", "\"" + word + "\" does not fit " + shape.name());
        }
        return word;
    }

    /** Blanks count in a text (RFC 7950, section 9.4.1); around other values they stand for the layout. */
    private static String valueOf(Shape shape, String content) {
        return shape.takes(content) ? content : content.strip();
    }

    static List<Element> children(Element element) {
        return IntStream.range(0, element.getChildNodes().getLength())
                .mapToObj(element.getChildNodes()::item)
                .filter(Element.class::isInstance)
                .map(Element.class::cast)
                .toList();
    }

    static Optional<Element> child(Element element, String name) {
        return children(element).stream()
                .filter(child -> child.getLocalName().equals(name))
                .findFirst();
    }

    static String escaped(String text) {
        return text.replace("&", "&amp;").replace("<", "&lt;").replace(">", "&gt;");
    }
}

package chaperone.core.config;

/**
 * One JSON document (RFC 8259). The document itself is the one node at the top; below it a member with a plain value is
 * a statement like {@code "name": "x"}, one with an object or array is a statement {@code "name"} with children, and an
 * object or array inside an array has no text of its own.
 */
public record JsonGrammar() implements Grammar {

    @Override
    public ConfigTree read(String text) {
        return new JsonReader(text).read();
    }
}

package chaperone.core.config;

/**
 * One XML document, or the elements one after the other that NETCONF carries as data. An element that holds only text is a
 * statement like {@code <name>x</name>}; one that holds elements is a statement with its start tag as text. A document
 * type is kept verbatim and never followed, entities are not resolved.
 */
public record XmlGrammar() implements Grammar {

    @Override
    public ConfigTree read(String text) {
        return new XmlReader(text).read();
    }
}

package chaperone.core.config;

/** Writes a tree as text: to the character what it was read from. */
public final class ConfigWriter {
    private ConfigWriter() {}

    public static String write(ConfigTree tree) {
        StringBuilder text = new StringBuilder();
        tree.nodes().forEach(node -> node.writeTo(text));
        return text.toString();
    }
}

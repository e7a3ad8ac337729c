package chaperone.core.config;

/** Writes a tree as text: the very lines it was read from, in their order. */
public final class ConfigWriter {
    private ConfigWriter() {}

    public static String write(ConfigTree tree) {
        StringBuilder text = new StringBuilder();
        tree.walk().forEach(node -> text.append(node.line().raw()));
        return text.toString();
    }
}

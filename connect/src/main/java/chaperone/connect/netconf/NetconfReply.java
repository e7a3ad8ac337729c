package chaperone.connect.netconf;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigTree;
import chaperone.core.config.ConfigWriter;
import chaperone.core.config.XmlGrammar;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Reads what a NETCONF server says (RFC 6241); namespace prefixes do not matter, the names below them do. */
final class NetconfReply {
    private static final XmlGrammar XML = new XmlGrammar();

    private final ConfigNode top;

    /** What the server says went wrong (RFC 6241, section 4.3). */
    record RpcError(String tag, String severity, String path, String message) {
        @Override
        public String toString() {
            return Stream.of(tag, path, message)
                    .filter(part -> !part.isEmpty())
                    .reduce((a, b) -> a + ", " + b)
                    .orElse("");
        }
    }

    private NetconfReply(ConfigNode top) {
        this.top = top;
    }

    /** Nothing if the message is not one sound XML element. */
    static Optional<NetconfReply> read(String xml) {
        ConfigTree tree = XML.read(xml);
        if (!tree.problems().isEmpty()) return Optional.empty();
        return tree.nodes().stream()
                .filter(node -> node.kind() == ConfigNode.Kind.STATEMENT)
                .findFirst()
                .map(NetconfReply::new);
    }

    boolean is(String name) {
        return nameOf(top).equals(name);
    }

    boolean answers(int messageId) {
        return attribute(top.text(), "message-id").equals(Optional.of(Integer.toString(messageId)));
    }

    /** Of a hello. */
    Set<String> capabilities() {
        Set<String> found = new HashSet<>();
        elements(top, "capability").forEach(node -> found.add(textOf(node)));
        return Set.copyOf(found);
    }

    boolean isOk() {
        return elements(top, "ok").findAny().isPresent();
    }

    /** Errors; warnings do not stop an operation. */
    List<RpcError> errors() {
        List<RpcError> errors = new ArrayList<>();
        top.children().stream().filter(node -> nameOf(node).equals("rpc-error")).forEach(node -> {
            RpcError error = new RpcError(
                    below(node, "error-tag"),
                    below(node, "error-severity"),
                    below(node, "error-path"),
                    below(node, "error-message"));
            if (!error.severity().equals("warning")) errors.add(error);
        });
        return errors;
    }

    /** What stands in {@code data}, or in the reply itself if it has none; lines as the server set them. */
    String data() {
        ConfigNode holder = top.children().stream()
                .filter(node -> nameOf(node).equals("data"))
                .findFirst()
                .orElse(top);
        String written = ConfigWriter.write(new ConfigTree(holder.children(), List.of()));
        return XmlLines.of(written);
    }

    private static Stream<ConfigNode> elements(ConfigNode from, String name) {
        return from.walk().filter(node -> nameOf(node).equals(name));
    }

    private static String below(ConfigNode node, String name) {
        return elements(node, name).findFirst().map(NetconfReply::textOf).orElse("");
    }

    /** The name in the start tag without its prefix. */
    private static String nameOf(ConfigNode node) {
        String text = node.text();
        if (!text.startsWith("<") || text.startsWith("<!") || text.startsWith("<?")) return "";
        int end = 1;
        while (end < text.length() && " \t\r\n/>".indexOf(text.charAt(end)) < 0) end++;
        String name = text.substring(1, end);
        return name.substring(name.indexOf(':') + 1);
    }

    private static String textOf(ConfigNode node) {
        String text = node.text();
        int from = text.indexOf('>') + 1;
        int to = text.lastIndexOf("</");
        String inner = to < from ? "" : text.substring(from, to);
        return inner.strip()
                .replace("&lt;", "<")
                .replace("&gt;", ">")
                .replace("&quot;", "\"")
                .replace("&apos;", "'")
                .replace("&amp;", "&");
    }

    private static Optional<String> attribute(String tag, String name) {
        for (char quote : new char[] {'"', '\''}) {
            String start = name + "=" + quote;
            int at = tag.indexOf(start);
            int from = at + start.length();
            if (at >= 0 && tag.indexOf(quote, from) >= 0) {
                return Optional.of(tag.substring(from, tag.indexOf(quote, from)));
            }
        }
        return Optional.empty();
    }
}

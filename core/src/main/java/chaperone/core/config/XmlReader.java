package chaperone.core.config;

import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.TreeBuilder.Place;
import java.util.ArrayDeque;
import java.util.Deque;

/** Reads XML (1.0, fifth edition) without losing a blank. Behind a tag that does not fit the rest is kept verbatim. */
final class XmlReader {
    private final Source source;
    private final TreeBuilder tree = new TreeBuilder();
    private final Deque<String> names = new ArrayDeque<>();
    private boolean hasRoot;

    XmlReader(String text) {
        source = new Source(text);
    }

    ConfigTree read() {
        boolean sound = true;
        while (sound && !source.isAtEnd()) sound = item();
        if (!sound) {
            int start = source.at;
            source.at = source.text.length();
            String raw = source.take();
            tree.leaf(Kind.VERBATIM, raw.strip(), source.place(start), raw);
        }
        while (tree.depth() > 0) {
            if (sound) tree.problem(tree.openedAt(), "the element <" + names.pop() + "> is not closed");
            tree.close("");
        }
        if (source.hasUntaken()) tree.leaf(Kind.BLANK, "", source.place(source.at), source.take());
        if (sound && !hasRoot && !source.text.isBlank()) tree.problem(new Place(0, 0), "there is no element");
        return tree.done();
    }

    /** Reads the next piece; false, with the source where it was, if nothing behind it can be told apart. */
    private boolean item() {
        int start = source.at;
        if (source.here() != '<') return text(start);
        if (source.startsWith("<!--")) return between(start, "-->", Kind.COMMENT);
        if (source.startsWith("<![CDATA[")) return between(start, "]]>", Kind.STATEMENT);
        if (source.startsWith("<?")) return between(start, "?>", Kind.VERBATIM);
        if (source.startsWith("<!")) return refused(start, "a document type is not read");
        return source.startsWith("</") ? endTag(start) : startTag(start);
    }

    private boolean text(int start) {
        int tag = source.text.indexOf('<', start);
        source.at = tag < 0 ? source.text.length() : tag;
        String text = source.text.substring(start, source.at).strip();
        if (text.isEmpty()) return true;
        int from = start;
        while (Source.isBlank(source.text.charAt(from))) from++;
        if (names.isEmpty()) tree.problem(source.place(from), "text outside of any element");
        tree.leaf(names.isEmpty() ? Kind.VERBATIM : Kind.STATEMENT, text, source.place(from), source.take());
        return true;
    }

    private boolean between(int start, String end, Kind kind) {
        if (!source.skipPast(end)) return refused(start, "expected " + end + " further on");
        tree.leaf(kind, source.text.substring(start, source.at), source.place(start), source.take());
        return true;
    }

    private boolean endTag(int start) {
        source.at += 2;
        String name = name();
        source.skipBlanks();
        if (source.here() != '>') return refused(start, "the end tag is not closed");
        if (names.isEmpty()) return refused(start, "</" + name + "> closes no element");
        if (!names.getFirst().equals(name)) {
            return refused(start, "</" + name + "> stands where </" + names.getFirst() + "> is expected");
        }
        source.at++;
        names.pop();
        tree.close(source.take());
        return true;
    }

    private boolean startTag(int start) {
        source.at++;
        String name = name();
        if (name.isEmpty()) return refused(start, "< must be followed by a name");
        if (!attributes()) return refused(start, "the start tag <" + name + " is not well formed");
        boolean isEmpty = source.here() == '/';
        source.at += isEmpty ? 2 : 1;
        hasRoot = true;
        if (isEmpty || holdsOnlyText(name)) {
            tree.leaf(Kind.STATEMENT, source.text.substring(start, source.at), source.place(start), source.take());
            return true;
        }
        if (tree.isFull()) return refused(start, "nested deeper than " + TreeBuilder.DEEPEST + " levels");
        tree.open(source.text.substring(start, source.at), source.place(start), source.take());
        names.push(name);
        return true;
    }

    /** Goes to the {@code >} or {@code />} that ends the tag; false if something else stands there. */
    private boolean attributes() {
        while (true) {
            int before = source.at;
            source.skipBlanks();
            if (source.here() == '>' || source.startsWith("/>")) return true;
            if (source.at == before || name().isEmpty()) return false;
            source.skipBlanks();
            if (source.here() != '=') return false;
            source.at++;
            source.skipBlanks();
            char quote = source.here();
            if (quote != '"' && quote != '\'') return false;
            int close = source.text.indexOf(quote, source.at + 1);
            if (close < 0 || source.text.substring(source.at, close).indexOf('<') >= 0) return false;
            source.at = close + 1;
        }
    }

    /** Whether the next tag ends this element; then goes behind it. */
    private boolean holdsOnlyText(String name) {
        int tag = source.text.indexOf('<', source.at);
        String end = "</" + name + ">";
        if (tag < 0 || !source.text.startsWith(end, tag)) return false;
        source.at = tag + end.length();
        return true;
    }

    /** The name here, empty if there is none. Letters beyond ASCII are taken as they come. */
    private String name() {
        int start = source.at;
        while (!source.isAtEnd() && isOfName(source.here(), source.at == start)) source.at++;
        return source.text.substring(start, source.at);
    }

    private static boolean isOfName(char c, boolean first) {
        boolean starts = c >= 'a' && c <= 'z' || c >= 'A' && c <= 'Z' || c == '_' || c == ':' || c >= 0x80;
        return starts || !first && (c >= '0' && c <= '9' || c == '-' || c == '.');
    }

    private boolean refused(int start, String message) {
        tree.problem(source.place(start), message);
        source.at = start;
        return false;
    }
}

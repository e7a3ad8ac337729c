package chaperone.core.locator;

import chaperone.core.config.ConfigDocument;
import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigNode.Kind;
import chaperone.core.config.TextRange;
import chaperone.core.config.XmlGrammar;
import chaperone.core.locator.Locator.ByPath;
import chaperone.core.spelling.JsonText;
import chaperone.core.spelling.Quoted;
import chaperone.core.spelling.XmlTag;
import com.google.re2j.Matcher;
import com.google.re2j.Pattern;
import java.util.ArrayList;
import java.util.List;

/** Finds values by the names that lead to them. Linear in the tree, for each path the length of the names. */
final class ValuePaths {
    private static final Pattern JSON_NAME =
            Pattern.compile("(\"(?:[^\"\\\\]|\\\\.)*\")\\s*:\\s*(\"(?:[^\"\\\\]|\\\\.)*\"?|[^\\s,}\\]\\[{]+)");
    private static final Pattern XML_NAME = Pattern.compile("<(?:[^\\s<>/:]+:)?([^\\s<>/:!?]+)[^<>]*>([^<]+)");

    private final ConfigDocument document;
    private final List<ByPath> wanted;
    private final boolean isXml;
    private final List<TextRange> found = new ArrayList<>();

    ValuePaths(ConfigDocument document, List<ByPath> wanted) {
        this.document = document;
        this.wanted = wanted;
        isXml = document.grammar().filter(XmlGrammar.class::isInstance).isPresent();
    }

    List<TextRange> find() {
        level(document.tree().nodes(), "", false);
        return found;
    }

    private void level(List<ConfigNode> nodes, String above, boolean isMeant) {
        for (ConfigNode node : nodes) {
            if (node.kind() == Kind.VERBATIM) unread(node, above, isMeant);
            else if (node.kind() != Kind.STATEMENT) continue;
            else if (isXml) element(node, above, isMeant);
            else member(node, above, isMeant);
        }
    }

    private boolean fits(String path) {
        return wanted.stream().anyMatch(each -> each.path().matcher(path).find());
    }

    private static String below(String above, String name) {
        return above.isEmpty() ? name : above + "/" + name;
    }

    private void member(ConfigNode node, String above, boolean isMeant) {
        String text = node.text();
        boolean isNamed = text.startsWith("\"") && Quoted.end(text, 0) < text.length() || isNamedBlock(node);
        int nameEnd = isNamed ? Quoted.end(text, 0) : 0;
        String path = isNamed ? below(above, JsonText.meant(text.substring(0, nameEnd))) : above;
        boolean isMeantHere = isMeant || isNamed && fits(path);
        level(node.children(), path, isMeantHere);
        if (!isMeantHere || !node.children().isEmpty() || isNamedBlock(node)) return;
        int start = nameEnd;
        while (start < text.length() && " \t\r\n:".indexOf(text.charAt(start)) >= 0) start++;
        boolean isText = start < text.length() && text.charAt(start) == '"' && text.length() > start + 1;
        add(node, isText ? start + 1 : start, isText ? text.length() - 1 : text.length());
    }

    /** A member with an object or an array: its text is the name alone. */
    private static boolean isNamedBlock(ConfigNode node) {
        String opening = node.opening();
        return !node.text().isEmpty() && (opening.endsWith("{") || opening.endsWith("["));
    }

    private void element(ConfigNode node, String above, boolean isMeant) {
        String text = node.text();
        if (!XmlTag.starts(text)) {
            if (isMeant) add(node, 0, text.length());
            return;
        }
        XmlTag tag = XmlTag.read(text);
        String path = below(above, tag.localName());
        boolean isMeantHere = isMeant || fits(path);
        for (XmlTag.Attribute each : tag.attributes()) {
            boolean isName = each.name().startsWith("xmlns");
            if (!isName && (isMeantHere || fits(path + "/@" + each.name())))
                add(node, each.valueStart(), each.valueEnd());
        }
        if (isMeantHere && node.children().isEmpty()) add(node, tag.end(), tag.contentEnd(text));
        level(node.children(), path, isMeantHere);
    }

    /** Text that could not be read, behind a mistake: every name that could lead to a value is taken for one that does. */
    private void unread(ConfigNode node, String above, boolean isMeant) {
        if (isMeant) {
            add(node, 0, node.text().length());
            return;
        }
        Matcher names = (isXml ? XML_NAME : JSON_NAME).matcher(node.text());
        while (names.find()) {
            String name = isXml ? names.group(1) : JsonText.meant(names.group(1));
            if (!fits(name) && !fits(below(above, name))) continue;
            String value = names.group(2);
            boolean isText = !isXml && value.startsWith("\"");
            boolean isClosed = isText && value.length() > 1 && value.endsWith("\"");
            add(node, names.start(2) + (isText ? 1 : 0), names.end(2) - (isClosed ? 1 : 0));
        }
    }

    private void add(ConfigNode node, int start, int end) {
        if (start < end)
            found.add(new TextRange(start, end).movedBy(document.rangeOf(node).start()));
    }
}

package chaperone.core.patch;

import chaperone.core.config.ConfigNode;
import chaperone.core.config.ConfigStatement;
import chaperone.core.config.ConfigStatement.Form;
import chaperone.core.config.XmlGrammar;
import chaperone.core.spelling.Spelling;
import chaperone.core.spelling.Token;
import chaperone.core.spelling.XmlTag;
import chaperone.core.structure.Structure;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * An element of a configuration in XML, with what tells it from those beside it. The attribute {@code operation} of RFC
 * 6241, section 7.2, is no part of what it says.
 *
 * @param line where it was read, from 0
 * @param text as it is written, without the operation: a start tag, or the whole element if it holds no others
 * @param tag its name and attributes, however they are spelled
 * @param value what it holds if it holds no elements; empty for a block
 * @param keys those of its elements that name it among others of its tag
 * @param id what an element that holds others is told by: its tag, and what its keys hold
 */
record XmlElement(
        int line,
        String text,
        Form form,
        String tag,
        String value,
        String operation,
        List<XmlElement> below,
        List<XmlElement> keys,
        String id) {
    private static final Spelling SPELLING = Spelling.of(new XmlGrammar());
    private static final String NETCONF = "urn:ietf:params:xml:ns:netconf:base:1.0";
    private static final String OPERATION = "operation";

    static List<XmlElement> of(List<ConfigStatement> statements, List<Structure.Entry> entries) {
        return statements.stream().map(each -> of(each, "", entries)).toList();
    }

    /** As somebody typed them: each knows its line. */
    static List<XmlElement> typed(List<ConfigNode> nodes, List<Structure.Entry> entries) {
        return typed(nodes, "", entries);
    }

    private static XmlElement of(ConfigStatement statement, String above, List<Structure.Entry> entries) {
        String path = path(above, statement.text());
        List<XmlElement> below = statement.children().stream()
                .map(each -> of(each, path, entries))
                .toList();
        return element(0, statement.text(), statement.form(), path, below, entries);
    }

    private static List<XmlElement> typed(List<ConfigNode> nodes, String above, List<Structure.Entry> entries) {
        return nodes.stream()
                .flatMap(node -> node.form().map(form -> typed(node, form, above, entries)).stream())
                .toList();
    }

    private static XmlElement typed(ConfigNode node, Form form, String above, List<Structure.Entry> entries) {
        String path = path(above, node.text());
        return element(node.line(), node.text(), form, path, typed(node.children(), path, entries), entries);
    }

    private static XmlElement element(
            int line, String text, Form form, String path, List<XmlElement> below, List<Structure.Entry> entries) {
        if (!XmlTag.starts(text)) return new XmlElement(line, text, form, text, "", "", below, List.of(), text);
        boolean isSection = below.size() == 1 && below.get(0).text.startsWith("<![CDATA[");
        if (isSection) {
            String whole = text + below.get(0).text + "</" + XmlTag.read(text).name() + ">";
            return element(line, whole, Form.LINE, path, List.of(), entries);
        }
        XmlTag tag = XmlTag.read(text);
        String plain = withoutOperation(text, tag);
        List<Token> tokens = SPELLING.tokens(plain);
        String name = said(tokens, false);
        List<XmlElement> keys = keys(path, below, entries);
        return new XmlElement(
                line, plain, form, name, said(tokens, true), operation(text, tag), below, keys, id(name, keys));
    }

    private static String id(String tag, List<XmlElement> keys) {
        return keys.stream().map(XmlElement::valueId).collect(Collectors.joining("\n", tag + "\n", ""));
    }

    /** The same around others, as something that stands: no operation is left of it. */
    XmlElement with(List<XmlElement> others) {
        return new XmlElement(line, text, others.isEmpty() ? form : Form.BLOCK, tag, value, "", others, keys, id);
    }

    private static String said(List<Token> tokens, boolean isContent) {
        return tokens.stream()
                .filter(token ->
                        token.lead().equals(">") == isContent && !token.lead().equals("</"))
                .map(token -> isContent ? token.plain() : token.lead() + token.plain())
                .collect(Collectors.joining());
    }

    private static String path(String above, String text) {
        if (!XmlTag.starts(text)) return above;
        String name = XmlTag.read(text).localName();
        return above.isEmpty() ? name : above + "/" + name;
    }

    private static List<XmlElement> keys(String path, List<XmlElement> below, List<Structure.Entry> entries) {
        return entries.stream()
                .filter(rule -> rule.path().isEmpty() || rule.path().get().isIn(path))
                .map(rule -> named(rule.key(), below))
                .filter(found -> !found.isEmpty())
                .findFirst()
                .orElse(List.of());
    }

    /** All of a rule's keys; none if one of them is missing, as it names nothing then. */
    private static List<XmlElement> named(List<String> names, List<XmlElement> below) {
        List<XmlElement> found = names.stream()
                .flatMap(name -> below.stream()
                        .filter(each -> each.form == Form.LINE && each.isCalled(name))
                        .limit(1))
                .toList();
        return found.size() == names.size() ? found : List.of();
    }

    boolean isElement() {
        return XmlTag.starts(text);
    }

    boolean isBlock() {
        return form == Form.BLOCK;
    }

    private boolean isCalled(String name) {
        return isElement() && XmlTag.read(text).localName().equals(name);
    }

    /** What one of several values under one name is told by. */
    String valueId() {
        return tag + "=" + value;
    }

    /** For people. */
    String shown() {
        String held = keys.stream().map(XmlElement::value).collect(Collectors.joining(" "));
        String said = isBlock() ? held : value;
        String name = isElement() ? "<" + XmlTag.read(text).name() + ">" : text;
        return said.isEmpty() ? name : name + " " + said;
    }

    /** All of it, without any operation in it. */
    ConfigStatement statement() {
        return new ConfigStatement(
                form, text, below.stream().map(XmlElement::statement).toList());
    }

    /** Its tag and keys alone, around these. */
    ConfigStatement around(List<ConfigStatement> others) {
        Stream<ConfigStatement> named = keys.stream().map(XmlElement::statement);
        return new ConfigStatement(
                Form.BLOCK, text, Stream.concat(named, others.stream()).toList());
    }

    /** What takes it away: no more of it than its name needs. */
    ConfigStatement removal() {
        String marked = marked("delete");
        if (!isBlock()) return ConfigStatement.line(marked);
        if (keys.isEmpty()) return ConfigStatement.line(marked.substring(0, marked.length() - 1) + "/>");
        return new ConfigStatement(
                Form.BLOCK, marked, keys.stream().map(XmlElement::statement).toList());
    }

    /** All of it, in place of what bears its name. */
    ConfigStatement replacement() {
        return new ConfigStatement(
                form,
                marked("replace"),
                below.stream().map(XmlElement::statement).toList());
    }

    private String marked(String operation) {
        int nameEnd = XmlTag.read(text).nameEnd();
        return text.substring(0, nameEnd) + " nc:operation=\"" + operation + "\"" + text.substring(nameEnd);
    }

    private static String operation(String text, XmlTag tag) {
        return tag.attributes().stream()
                .filter(XmlElement::isOperation)
                .map(each -> text.substring(each.valueStart(), each.valueEnd()))
                .findFirst()
                .orElse("");
    }

    private static boolean isOperation(XmlTag.Attribute attribute) {
        return attribute.name().endsWith(":" + OPERATION);
    }

    /** Also without the declaration of the prefix that it needs. */
    private static String withoutOperation(String text, XmlTag tag) {
        StringBuilder plain = new StringBuilder("<").append(tag.name());
        boolean hasAll = true;
        for (XmlTag.Attribute each : tag.attributes()) {
            String value = text.substring(each.valueStart(), each.valueEnd());
            boolean isDeclaration = each.name().startsWith("xmlns:") && value.equals(NETCONF);
            if (isOperation(each) || isDeclaration) hasAll = false;
            else
                plain.append(' ')
                        .append(each.name())
                        .append('=')
                        .append(text, each.valueStart() - 1, each.valueEnd() + 1);
        }
        if (hasAll) return text;
        boolean isEmpty = text.startsWith("/>", tag.end() - 2);
        return plain.append(isEmpty ? "/>" : ">")
                .append(text.substring(tag.end()))
                .toString();
    }
}

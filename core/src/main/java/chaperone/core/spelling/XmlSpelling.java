package chaperone.core.spelling;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Elements of XML (1.0, fifth edition): the order of attributes does not count, nor which quotation marks they have,
 * nor how a sign is written, nor whether an element without content has an end tag.
 */
record XmlSpelling() implements Spelling {

    @Override
    public List<Token> tokens(String statement) {
        if (!XmlTag.starts(statement)) {
            return List.of(new Token(0, statement.length(), "", XmlText.plain(statement)));
        }
        XmlTag tag = XmlTag.read(statement);
        List<Token> tokens = new ArrayList<>();
        tokens.add(new Token(1, tag.nameEnd(), "<", tag.name()));
        tag.attributes().stream()
                .sorted(Comparator.comparing(XmlTag.Attribute::name))
                .forEach(each -> tokens.add(new Token(
                        each.valueStart(),
                        each.valueEnd(),
                        " " + each.name() + "=\"",
                        attribute(statement.substring(each.valueStart(), each.valueEnd())) + "\"")));
        int contentEnd = tag.contentEnd(statement);
        String content = XmlText.plain(statement.substring(tag.end(), contentEnd));
        if (content.isBlank()) {
            tokens.add(new Token(tag.end(), tag.end(), ">", ""));
        } else {
            tokens.add(new Token(tag.end(), contentEnd, ">", content));
            tokens.add(new Token(contentEnd, contentEnd, "</", tag.name() + ">"));
        }
        return tokens;
    }

    private static String attribute(String value) {
        return XmlText.plain(value).replace("\"", "&quot;");
    }
}

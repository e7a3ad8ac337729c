package chaperone.core.spelling;

import java.util.ArrayList;
import java.util.List;

/**
 * The start tag of an element; all places are in characters from the start of its statement.
 *
 * @param end where the element's content starts
 */
public record XmlTag(String name, int nameEnd, List<Attribute> attributes, int end) {

    /** @param valueStart behind the quotation mark that opens the value */
    public record Attribute(String name, int valueStart, int valueEnd) {}

    public XmlTag {
        attributes = List.copyOf(attributes);
    }

    /** Whether a statement is an element, and not text, a comment, a section of characters or an instruction. */
    public static boolean starts(String statement) {
        return statement.length() > 1
                && statement.charAt(0) == '<'
                && statement.charAt(1) != '!'
                && statement.charAt(1) != '?'
                && statement.charAt(1) != '/';
    }

    /** Reads the tag of a statement that {@link #starts} as one; what is not well formed is left out. */
    public static XmlTag read(String statement) {
        int nameEnd = 1;
        while (nameEnd < statement.length() && " \t\r\n/>".indexOf(statement.charAt(nameEnd)) < 0) nameEnd++;
        List<Attribute> attributes = new ArrayList<>();
        int at = nameEnd;
        while (at < statement.length() && statement.charAt(at) != '>') {
            int equals = at;
            while (equals < statement.length() && "=>".indexOf(statement.charAt(equals)) < 0) equals++;
            if (equals >= statement.length() || statement.charAt(equals) == '>') {
                at = equals;
                break;
            }
            int open = equals + 1;
            while (open < statement.length() && "\"'>".indexOf(statement.charAt(open)) < 0) open++;
            int close = open < statement.length() ? statement.indexOf(statement.charAt(open), open + 1) : -1;
            if (close < 0) break;
            attributes.add(new Attribute(statement.substring(at, equals).strip(), open + 1, close));
            at = close + 1;
        }
        return new XmlTag(statement.substring(1, nameEnd), nameEnd, attributes, Math.min(statement.length(), at + 1));
    }

    /** The name without the prefix of its namespace. */
    public String localName() {
        return name.substring(name.indexOf(':') + 1);
    }

    /** Where the content of a statement with this tag ends: before its end tag, or where it ends itself. */
    public int contentEnd(String statement) {
        int endTag = statement.lastIndexOf("</");
        return endTag >= end ? endTag : Math.max(end, statement.length());
    }
}

package chaperone.core.config;

import chaperone.core.config.ConfigStatement.Form;
import java.util.List;

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

    @Override
    public String write(List<ConfigStatement> statements) {
        StringBuilder text = new StringBuilder();
        write(statements, 0, text);
        return text.toString();
    }

    private static void write(List<ConfigStatement> statements, int depth, StringBuilder text) {
        for (ConfigStatement each : statements) {
            String margin = "  ".repeat(depth);
            text.append(margin).append(each.text());
            if (each.form() == Form.BLOCK) {
                text.append('\n');
                write(each.children(), depth + 1, text);
                text.append(margin).append("</").append(name(each.text())).append('>');
            }
            text.append('\n');
        }
    }

    /** The name of the element that this tag starts. */
    private static String name(String startTag) {
        int end = 1;
        while (end < startTag.length() && " \t\r\n/>".indexOf(startTag.charAt(end)) < 0) end++;
        return startTag.substring(1, end);
    }
}

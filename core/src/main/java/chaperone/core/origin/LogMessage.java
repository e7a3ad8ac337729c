package chaperone.core.origin;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/**
 * A message of a device's log in the form of RFC 5424, or in the older one that RFC 3164 describes. Its moment is not
 * taken: devices' clocks are not to be trusted.
 *
 * @param host the name by which the device calls itself; empty if it tells none
 * @param kind the type of message (MSGID); empty if it tells none, as in the older form
 * @param data parameters of all structured data by their name; the last counts if a name comes twice
 */
public record LogMessage(String host, String program, String kind, Map<String, String> data, String text) {
    private static final int LONGEST = 8192;
    private static final String NIL = "-";
    private static final String BYTE_ORDER_MARK = "\uFEFF";

    public LogMessage {
        data = Map.copyOf(data);
    }

    /** Nothing if the text is in neither form, or longer than {@value #LONGEST} characters. Linear in its length. */
    public static Optional<LogMessage> read(String text) {
        if (text.length() > LONGEST) return Optional.empty();
        return new Reader(text).read().or(() -> OlderLogMessage.read(text));
    }

    /** Kind and text, by which a platform's patterns tell what it is about. */
    public String said() {
        return kind.isEmpty() ? text : kind + " " + text;
    }

    /** What the visitor does not say of itself, from the parameters of the message. */
    public Visitor completed(Visitor visitor) {
        return visitor.orFrom(data);
    }

    private static final class Reader {
        private final String text;
        private int at;

        Reader(String text) {
            this.text = text;
        }

        Optional<LogMessage> read() {
            if (!priority()) return Optional.empty();
            word();
            String host = word();
            String program = word();
            word();
            String kind = word();
            Map<String, String> data = new LinkedHashMap<>();
            if (at >= text.length() || !structuredData(data)) return Optional.empty();
            String rest = at < text.length() && text.charAt(at) == ' ' ? text.substring(at + 1) : "";
            String said = rest.startsWith(BYTE_ORDER_MARK) ? rest.substring(1) : rest;
            return Optional.of(new LogMessage(host, program, kind, data, said.strip()));
        }

        /** {@code <PRI>1 }: the version of the form is 1. */
        private boolean priority() {
            int end = text.indexOf(">1 ");
            if (!text.startsWith("<") || end < 2 || end > 4) return false;
            at = end + 3;
            return text.substring(1, end).chars().allMatch(Character::isDigit);
        }

        private String word() {
            int end = text.indexOf(' ', at);
            if (end < 0) end = text.length();
            String word = text.substring(at, end);
            at = Math.min(end + 1, text.length());
            return word.equals(NIL) ? "" : word;
        }

        private boolean structuredData(Map<String, String> data) {
            if (text.startsWith(NIL, at)) {
                at++;
                return true;
            }
            boolean isThere = false;
            while (at < text.length() && text.charAt(at) == '[') {
                if (!element(data)) return false;
                isThere = true;
            }
            return isThere;
        }

        private boolean element(Map<String, String> data) {
            at++;
            while (at < text.length() && text.charAt(at) != ' ' && text.charAt(at) != ']') at++;
            while (at < text.length() && text.charAt(at) == ' ') {
                int equals = text.indexOf("=\"", at);
                if (equals < 0) return false;
                String name = text.substring(at + 1, equals);
                at = equals + 2;
                Optional<String> value = value();
                if (value.isEmpty()) return false;
                data.put(name, value.get());
            }
            return at < text.length() && text.charAt(at++) == ']';
        }

        /** Section 6.3.3: a backslash stands before a quotation mark, a backslash and a closing bracket. */
        private Optional<String> value() {
            StringBuilder value = new StringBuilder();
            for (; at < text.length(); at++) {
                char here = text.charAt(at);
                if (here == '"') {
                    at++;
                    return Optional.of(value.toString());
                }
                boolean escapes = here == '\\' && at + 1 < text.length() && "\"\\]".indexOf(text.charAt(at + 1)) >= 0;
                value.append(escapes ? text.charAt(++at) : here);
            }
            return Optional.empty();
        }
    }
}

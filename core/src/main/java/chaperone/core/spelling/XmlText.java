package chaperone.core.spelling;

/** Characters of XML: references to signs, and sections in which nothing is one. */
final class XmlText {
    private static final String SECTION = "<![CDATA[";
    private static final String[] NAMES = {"lt", "gt", "amp", "quot", "apos"};
    private static final String SIGNS = "<>&\"'";
    /** With its ampersand; a longer one names nothing. */
    private static final int LONGEST_REFERENCE = 10;

    private XmlText() {}

    /** The characters with no more references than they need. Comments within are left as they are. */
    static String plain(String text) {
        if (text.indexOf('&') < 0 && text.indexOf('<') < 0 && text.indexOf('>') < 0) return text;
        StringBuilder plain = new StringBuilder(text.length());
        int at = 0;
        while (at < text.length()) {
            if (text.startsWith(SECTION, at)) {
                int end = text.indexOf("]]>", at);
                int stop = end < 0 ? text.length() : end;
                for (int i = at + SECTION.length(); i < stop; i++) append(plain, text.charAt(i));
                at = end < 0 ? stop : end + 3;
            } else if (text.startsWith("<!--", at)) {
                int end = text.indexOf("-->", at);
                int stop = end < 0 ? text.length() : end + 3;
                plain.append(text, at, stop);
                at = stop;
            } else if (text.charAt(at) == '&') {
                at = reference(text, at, plain);
            } else {
                append(plain, text.charAt(at++));
            }
        }
        return plain.toString();
    }

    private static int reference(String text, int at, StringBuilder plain) {
        int end = at + 1;
        while (end < text.length() && end - at < LONGEST_REFERENCE && text.charAt(end) != ';') end++;
        String name = end < text.length() && text.charAt(end) == ';' ? text.substring(at + 1, end) : "";
        for (int i = 0; i < NAMES.length; i++) {
            if (!NAMES[i].equals(name)) continue;
            append(plain, SIGNS.charAt(i));
            return end + 1;
        }
        int code = code(name);
        if (code < 0) {
            plain.append('&');
            return at + 1;
        }
        if (code < 0x80) append(plain, (char) code);
        else plain.appendCodePoint(code);
        return end + 1;
    }

    /** The code point that a numeric reference names; -1 if it names none. */
    private static int code(String name) {
        boolean isHex = name.startsWith("#x");
        if (!name.startsWith("#") || name.length() < (isHex ? 3 : 2)) return -1;
        try {
            int code = Integer.parseInt(name.substring(isHex ? 2 : 1), isHex ? 16 : 10);
            return Character.isValidCodePoint(code) && code != 0 ? code : -1;
        } catch (NumberFormatException e) {
            return -1;
        }
    }

    private static void append(StringBuilder plain, char c) {
        switch (c) {
            case '<' -> plain.append("&lt;");
            case '>' -> plain.append("&gt;");
            case '&' -> plain.append("&amp;");
            default -> plain.append(c);
        }
    }
}

package chaperone.core.spelling;

/** Texts of JSON (RFC 8259, section 7). */
public final class JsonText {
    private static final String SHORT = "\"\\/bfnrt";
    private static final String MEANT = "\"\\/\b\f\n\r\t";

    private JsonText() {}

    /** The text in quotation marks with no more escapes than it needs; as it is if it is no text in quotation marks. */
    static String plain(String quoted) {
        if (!Quoted.isWhole(quoted) || quoted.indexOf('\\') < 0) return quoted;
        StringBuilder plain = new StringBuilder(quoted.length()).append('"');
        String meant = meant(quoted);
        for (int i = 0; i < meant.length(); i++) {
            char c = meant.charAt(i);
            // Half a character cannot be written: it stays an escape, apart from the bytes that stand for themselves.
            boolean isHalf = Character.isSurrogate(c) && !isPaired(meant, i);
            if (c == '"' || c == '\\') plain.append('\\').append(c);
            else if (c < ' ' || isHalf) plain.append(String.format("\\u%04x", (int) c));
            else plain.append(c);
        }
        return plain.append('"').toString();
    }

    /** What a text in quotation marks means, its escapes resolved; the text itself if it stands in none. */
    public static String meant(String quoted) {
        if (!Quoted.isWhole(quoted)) return quoted;
        StringBuilder meant = new StringBuilder(quoted.length());
        int at = 1;
        while (at < quoted.length() - 1) {
            char c = quoted.charAt(at++);
            if (c != '\\') {
                meant.append(c);
                continue;
            }
            char escaped = quoted.charAt(at++);
            if (escaped == 'u' && at + 4 < quoted.length()) {
                meant.append((char) Integer.parseInt(quoted, at, at + 4, 16));
                at += 4;
            } else {
                int known = SHORT.indexOf(escaped);
                meant.append(known < 0 ? escaped : MEANT.charAt(known));
            }
        }
        return meant.toString();
    }

    private static boolean isPaired(String text, int index) {
        char c = text.charAt(index);
        return Character.isHighSurrogate(c)
                ? index + 1 < text.length() && Character.isLowSurrogate(text.charAt(index + 1))
                : index > 0 && Character.isHighSurrogate(text.charAt(index - 1));
    }
}

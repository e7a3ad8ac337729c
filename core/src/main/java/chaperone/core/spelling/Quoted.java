package chaperone.core.spelling;

/** Texts in double quotation marks, in which a backslash takes the sign behind it along. */
public final class Quoted {
    private Quoted() {}

    /** Behind the mark that closes the text which opens at {@code open}; the end of {@code text} if none does. */
    public static int end(String text, int open) {
        int at = open + 1;
        while (at < text.length() && text.charAt(at) != '"') at += text.charAt(at) == '\\' ? 2 : 1;
        return Math.min(text.length(), at + 1);
    }

    /** Whether {@code word} is one text in quotation marks and nothing else. */
    static boolean isWhole(String word) {
        return word.length() > 1 && word.charAt(0) == '"' && end(word, 0) == word.length() && isClosed(word);
    }

    private static boolean isClosed(String word) {
        int slashes = 0;
        while (slashes < word.length() - 2 && word.charAt(word.length() - 2 - slashes) == '\\') slashes++;
        return word.charAt(word.length() - 1) == '"' && slashes % 2 == 0;
    }
}

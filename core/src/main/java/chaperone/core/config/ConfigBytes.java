package chaperone.core.config;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.CharBuffer;
import java.nio.charset.CharsetDecoder;
import java.nio.charset.CoderResult;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/**
 * Turns the bytes of a configuration into text and back without loss.
 *
 * <p>Bytes that are not UTF-8 become the unpaired surrogates U+DC80 to U+DCFF, as PEP 383 describes, so that a
 * description typed on an old terminal neither stops a copy nor changes it. Linear in the length.
 */
public final class ConfigBytes {
    private static final char ESCAPE_BASE = 0xDC00;

    private ConfigBytes() {}

    public static String decode(byte[] bytes) {
        CharsetDecoder decoder = StandardCharsets.UTF_8
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT);
        ByteBuffer in = ByteBuffer.wrap(bytes);
        CharBuffer out = CharBuffer.allocate(bytes.length);
        while (true) {
            CoderResult result = decoder.decode(in, out, true);
            if (result.isUnderflow()) return out.flip().toString();
            for (int i = 0; i < result.length(); i++) out.put((char) (ESCAPE_BASE + (in.get() & 0xFF)));
        }
    }

    public static byte[] encode(String text) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(text.length() + 16);
        int plainFrom = 0;
        for (int i = 0; i < text.length(); i += Character.charCount(text.codePointAt(i))) {
            if (!isEscape(text.codePointAt(i))) continue;
            out.writeBytes(text.substring(plainFrom, i).getBytes(StandardCharsets.UTF_8));
            out.write(text.charAt(i) - ESCAPE_BASE);
            plainFrom = i + 1;
        }
        out.writeBytes(text.substring(plainFrom).getBytes(StandardCharsets.UTF_8));
        return out.toByteArray();
    }

    /** The text as a screen can show it: each byte that is not UTF-8 stands as U+FFFD. */
    public static String printable(String text) {
        if (text.codePoints().noneMatch(ConfigBytes::isEscape)) return text;
        StringBuilder shown = new StringBuilder(text.length());
        text.codePoints().map(c -> isEscape(c) ? 0xFFFD : c).forEach(shown::appendCodePoint);
        return shown.toString();
    }

    private static boolean isEscape(int codePoint) {
        return codePoint >= ESCAPE_BASE + 0x80 && codePoint <= ESCAPE_BASE + 0xFF;
    }
}

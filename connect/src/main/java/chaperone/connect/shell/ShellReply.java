package chaperone.connect.shell;

import chaperone.core.config.ConfigBytes;
import java.nio.charset.StandardCharsets;

/** Makes of the raw bytes of an answer the text that the device meant: no echo, no prompt, no page ends. */
final class ShellReply {
    private ShellReply() {}

    /**
     * @param raw all bytes from the command's echo to the prompt
     * @param pageEnd what stood at the end of each page; empty if there was only one
     */
    static String read(byte[] raw, String command, String pageEnd) {
        String text = new String(raw, StandardCharsets.ISO_8859_1);
        if (!pageEnd.isEmpty()) text = withoutPageEnds(text, pageEnd);
        text = text.replace("\r\n", "\n");
        text = withoutEcho(text, command);
        String body = text.substring(0, text.lastIndexOf('\n') + 1);
        return ConfigBytes.decode(body.getBytes(StandardCharsets.ISO_8859_1));
    }

    private static String withoutPageEnds(String text, String pageEnd) {
        StringBuilder kept = new StringBuilder(text.length());
        int from = 0;
        for (int at = text.indexOf(pageEnd); at >= 0; at = text.indexOf(pageEnd, from)) {
            kept.append(text, from, at);
            from = endOfErasure(text, at + pageEnd.length());
        }
        return kept.append(text, from, text.length()).toString();
    }

    /** A device wipes the page end out: back to the margin, blanks, back to the margin. */
    private static int endOfErasure(String text, int from) {
        int at = from;
        while (at < text.length() && (text.charAt(at) == '\r' || text.charAt(at) == ' ' || text.charAt(at) == '\b'))
            at++;
        int lastReturn = text.lastIndexOf('\r', at - 1);
        return lastReturn >= from ? lastReturn + 1 : from;
    }

    private static String withoutEcho(String text, String command) {
        // The blank behind the last prompt may have come late.
        String said = text.stripLeading();
        return said.startsWith(command + "\n") ? said.substring(command.length() + 1) : text;
    }
}

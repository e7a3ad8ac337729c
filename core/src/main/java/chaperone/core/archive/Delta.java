package chaperone.core.archive;

import chaperone.core.compare.LineDiff;
import chaperone.core.compare.Replacement;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * Writes what leads from one content to another: found line by line ({@link LineDiff}), then narrowed to the bytes that
 * differ. A number of edits; for each how many bytes stay before it, how many go, how many come, and those.
 */
final class Delta {
    private Delta() {}

    static byte[] between(byte[] from, byte[] to) {
        List<String> fromLines = lines(from);
        List<String> toLines = lines(to);
        List<Replacement> places = LineDiff.between(fromLines, toLines).replacements();
        int[] fromStarts = starts(fromLines);
        int[] toStarts = starts(toLines);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Varint.write(out, places.size());
        int at = 0;
        for (Replacement place : places) {
            int start = fromStarts[place.beforeStart()];
            int end = fromStarts[place.beforeEnd()];
            int toStart = toStarts[place.afterStart()];
            int toEnd = toStarts[place.afterEnd()];
            while (start < end && toStart < toEnd && from[start] == to[toStart]) {
                start++;
                toStart++;
            }
            while (start < end && toStart < toEnd && from[end - 1] == to[toEnd - 1]) {
                end--;
                toEnd--;
            }
            Varint.write(out, start - at);
            Varint.write(out, end - start);
            Varint.write(out, toEnd - toStart);
            out.write(to, toStart, toEnd - toStart);
            at = end;
        }
        return out.toByteArray();
    }

    /** Lines with their ends; each byte is one character, so that any bytes are a text. */
    private static List<String> lines(byte[] bytes) {
        String text = new String(bytes, StandardCharsets.ISO_8859_1);
        List<String> lines = new ArrayList<>();
        int from = 0;
        while (from < text.length()) {
            int end = text.indexOf('\n', from) + 1;
            if (end == 0) end = text.length();
            lines.add(text.substring(from, end));
            from = end;
        }
        return lines;
    }

    private static int[] starts(List<String> lines) {
        int[] starts = new int[lines.size() + 1];
        for (int i = 0; i < lines.size(); i++)
            starts[i + 1] = starts[i] + lines.get(i).length();
        return starts;
    }
}

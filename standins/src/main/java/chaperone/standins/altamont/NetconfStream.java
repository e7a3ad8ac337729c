package chaperone.standins.altamont;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** Messages of a NETCONF session in their two framings (RFC 6242, section 4). Owned by one thread. */
final class NetconfStream {
    private static final int LONGEST = 16 * 1024 * 1024;

    private final InputStream in;
    private final OutputStream out;
    private boolean inChunks;

    NetconfStream(InputStream in, OutputStream out) {
        this.in = in;
        this.out = out;
    }

    void useChunks() {
        inChunks = true;
    }

    /** The next message; nothing when the other side has gone. */
    Optional<String> read() throws IOException {
        ByteArrayOutputStream message = new ByteArrayOutputStream();
        boolean whole = inChunks ? readChunks(message) : readDelimited(message);
        return whole ? Optional.of(message.toString(StandardCharsets.UTF_8)) : Optional.empty();
    }

    private boolean readDelimited(ByteArrayOutputStream message) throws IOException {
        while (message.size() < LONGEST) {
            int b = in.read();
            if (b < 0) return false;
            message.write(b);
            if (b != '>' || message.size() < 6) continue;
            byte[] so = message.toByteArray();
            if (!new String(so, so.length - 6, 6, StandardCharsets.ISO_8859_1).equals("]]>]]>")) continue;
            message.reset();
            message.write(so, 0, so.length - 6);
            return true;
        }
        throw new IOException("A message without an end");
    }

    private boolean readChunks(ByteArrayOutputStream message) throws IOException {
        while (message.size() < LONGEST) {
            int first = in.read();
            if (first < 0) return false;
            if (first != '\n' || in.read() != '#') throw new IOException("A chunk must begin with a line feed and #");
            StringBuilder size = new StringBuilder();
            for (int b = in.read(); b != '\n'; b = in.read()) {
                if (b < 0) return false;
                size.append((char) b);
            }
            if (size.toString().equals("#")) return true;
            if (!size.toString().matches("[1-9]\\d{0,8}")) throw new IOException(size + " is no size of a chunk");
            message.writeBytes(in.readNBytes(Integer.parseInt(size.toString())));
        }
        throw new IOException("A message without an end");
    }

    void write(byte[] message) throws IOException {
        if (inChunks) out.write(("\n#" + message.length + "\n").getBytes(StandardCharsets.US_ASCII));
        out.write(message);
        out.write((inChunks ? "\n##\n" : "]]>]]>").getBytes(StandardCharsets.US_ASCII));
        out.flush();
    }

    /** The first half of a message, without its end. */
    void writeHalf(byte[] message) throws IOException {
        if (inChunks) out.write(("\n#" + message.length + "\n").getBytes(StandardCharsets.US_ASCII));
        out.write(message, 0, message.length / 2);
        out.flush();
    }

    /** Says nothing more, whatever comes, until the other side has gone. */
    void waitForEnd() throws IOException {
        int b = in.read();
        while (b >= 0) b = in.read();
    }
}

package chaperone.connect.netconf;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * Takes NETCONF messages out of a stream of bytes, cut anywhere (RFC 6242): first those that end with {@code ]]>]]>}
 * (section 4.3), after {@link #useChunks} those in chunks (section 4.2). Linear in the bytes.
 */
final class NetconfFraming {
    static final String END = "]]>]]>";
    private static final byte[] END_OF_MESSAGE = END.getBytes(StandardCharsets.US_ASCII);
    /** Knuth, Morris and Pratt (1977): of the first n signs of the end, the longest end that is a beginning too. */
    private static final int[] SHORTER = {0, 0, 1, 0, 1, 2};
    /** RFC 6242 allows chunks of up to 4294967295 bytes; a message is bounded here anyway. */
    private static final int LONGEST_SIZE = 10;

    /** The stream is not what RFC 6242 allows. */
    static final class BadFraming extends Exception {
        private static final long serialVersionUID = 1L;

        private final boolean isTooLong;

        BadFraming(String message) {
            this(message, false);
        }

        BadFraming(String message, boolean isTooLong) {
            super(message);
            this.isTooLong = isTooLong;
        }

        boolean isTooLong() {
            return isTooLong;
        }
    }

    /** Where the next byte belongs. */
    private enum At {
        LINE_FEED,
        HASH,
        SIZE,
        DATA,
        LAST_LINE_FEED
    }

    private final int most;
    private final ByteArrayOutputStream message = new ByteArrayOutputStream();
    private final StringBuilder size = new StringBuilder();
    private boolean inChunks;
    private int matched;
    private At at = At.LINE_FEED;
    private long left;
    private boolean hasChunk;

    /** @param most bytes of one message */
    NetconfFraming(int most) {
        this.most = most;
    }

    /** From here on both sides speak in chunks: to be called between two messages. */
    void useChunks() {
        inChunks = true;
    }

    /** The messages that became whole with these bytes. */
    List<byte[]> take(byte[] bytes) throws BadFraming {
        List<byte[]> whole = new ArrayList<>();
        int from = 0;
        while (from < bytes.length) from = inChunks ? chunked(bytes, from, whole) : delimited(bytes, from, whole);
        return whole;
    }

    /** Returns after each message: the hello decides how the bytes behind it are framed. */
    private int delimited(byte[] bytes, int from, List<byte[]> whole) throws BadFraming {
        for (int i = from; i < bytes.length; i++) {
            byte b = bytes[i];
            while (matched > 0 && b != END_OF_MESSAGE[matched]) fallBack();
            if (b != END_OF_MESSAGE[matched]) keep(bytes, i, 1);
            else if (++matched == END_OF_MESSAGE.length) {
                matched = 0;
                end(whole);
                return i + 1;
            }
        }
        return bytes.length;
    }

    private void fallBack() throws BadFraming {
        int shorter = SHORTER[matched];
        keep(END_OF_MESSAGE, 0, matched - shorter);
        matched = shorter;
    }

    private int chunked(byte[] bytes, int from, List<byte[]> whole) throws BadFraming {
        if (at == At.DATA) {
            int count = (int) Math.min(left, bytes.length - from);
            keep(bytes, from, count);
            left -= count;
            if (left == 0) at = At.LINE_FEED;
            return from + count;
        }
        sign((char) (bytes[from] & 0xFF), whole);
        return from + 1;
    }

    private void sign(char c, List<byte[]> whole) throws BadFraming {
        switch (at) {
            case LINE_FEED -> expect(c, '\n', At.HASH);
            case HASH -> expect(c, '#', At.SIZE);
            case SIZE -> sizeSign(c);
            case LAST_LINE_FEED -> {
                expect(c, '\n', At.LINE_FEED);
                hasChunk = false;
                end(whole);
            }
            case DATA -> throw new IllegalStateException("Data is taken as a whole");
        }
    }

    private void expect(char c, char expected, At next) throws BadFraming {
        if (c != expected) throw new BadFraming("a chunk must begin with a line feed and #, not with byte " + (int) c);
        at = next;
    }

    private void sizeSign(char c) throws BadFraming {
        if (c == '#' && size.isEmpty() && hasChunk) {
            at = At.LAST_LINE_FEED;
        } else if (c == '\n' && !size.isEmpty()) {
            left = Long.parseLong(size.toString());
            size.setLength(0);
            hasChunk = true;
            at = At.DATA;
        } else if (c >= (size.isEmpty() ? '1' : '0') && c <= '9' && size.length() < LONGEST_SIZE) {
            size.append(c);
        } else {
            throw new BadFraming("\"" + size + c + "\" is not the size of a chunk");
        }
    }

    private void keep(byte[] bytes, int from, int count) throws BadFraming {
        if (message.size() + count > most) throw new BadFraming("a message of more than " + most + " bytes", true);
        message.write(bytes, from, count);
    }

    private void end(List<byte[]> whole) {
        whole.add(message.toByteArray());
        message.reset();
    }

    /** A message as it goes out. */
    static byte[] framed(String xml, boolean inChunks) {
        byte[] body = xml.getBytes(StandardCharsets.UTF_8);
        ByteArrayOutputStream out = new ByteArrayOutputStream(body.length + 24);
        if (inChunks) out.writeBytes(("\n#" + body.length + "\n").getBytes(StandardCharsets.US_ASCII));
        out.writeBytes(body);
        out.writeBytes(inChunks ? "\n##\n".getBytes(StandardCharsets.US_ASCII) : END_OF_MESSAGE);
        return out.toByteArray();
    }
}

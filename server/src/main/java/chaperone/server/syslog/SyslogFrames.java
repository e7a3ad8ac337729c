package chaperone.server.syslog;

import java.io.BufferedInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * Log messages in a stream of bytes, as RFC 6587 found them: behind the count of their octets, or ended by a line feed or a
 * zero octet. TLS knows the first way only (RFC 5425).
 */
final class SyslogFrames {
    static final int LARGEST = 8192;
    private static final int MOST_DIGITS = 5;

    private final InputStream in;

    SyslogFrames(InputStream in) {
        this.in = new BufferedInputStream(in, 2 * LARGEST);
    }

    /**
     * The next message; nothing at the end of the stream.
     *
     * @throws IOException also if what comes is no message, or larger than {@value #LARGEST} octets: nobody knows then where
     *     the next one begins
     */
    Optional<String> next() throws IOException {
        int first = firstOctet();
        if (first < 0) return Optional.empty();
        return Optional.of(isDigit(first) ? counted(first) : ended(first));
    }

    /** What ends a message may stand behind a counted one, too. */
    private int firstOctet() throws IOException {
        int octet;
        do octet = in.read();
        while (isEnd(octet));
        return octet;
    }

    private String counted(int first) throws IOException {
        int length = first - '0';
        int digits = 1;
        int octet;
        while (isDigit(octet = in.read())) {
            length = length * 10 + octet - '0';
            if (++digits > MOST_DIGITS) throw new IOException("a count of more than " + MOST_DIGITS + " digits");
        }
        if (octet != ' ' || length == 0 || length > LARGEST) throw new IOException("no count of octets: " + length);
        byte[] message = in.readNBytes(length);
        if (message.length < length) throw new IOException("a message was cut after " + message.length + " octets");
        return new String(message, StandardCharsets.UTF_8);
    }

    private String ended(int first) throws IOException {
        ByteArrayOutputStream message = new ByteArrayOutputStream();
        for (int octet = first; octet >= 0 && !isEnd(octet); octet = in.read()) {
            if (message.size() == LARGEST) throw new IOException("a message of more than " + LARGEST + " octets");
            message.write(octet);
        }
        return message.toString(StandardCharsets.UTF_8);
    }

    private static boolean isEnd(int octet) {
        return octet == '\n' || octet == '\r' || octet == 0;
    }

    private static boolean isDigit(int octet) {
        return octet >= '0' && octet <= '9';
    }
}

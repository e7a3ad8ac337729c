package chaperone.connect.conversation;

import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.ByteBuffer;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.Arrays;
import javax.net.ssl.SSLContext;
import javax.net.ssl.SSLEngine;

/**
 * Which protocol a port speaks, told by who speaks first: SSH and Telnet do (RFC 4253, RFC 854), TLS waits. To a port
 * that is silent for a while a hello of TLS is said: a server of TLS answers it, and one that was only slow says by
 * then what it would have said anyway.
 */
public enum ProtocolDetection {
    SSH,
    TELNET,
    TLS,
    NOTHING;

    /** A server that has nothing to say by then may be one that leaves the first word to us. */
    private static final Duration SPEAKS_FIRST = Duration.ofMillis(1500);

    /** First bytes of what answers a hello of TLS (RFC 8446, 5.1): an alert, a handshake. */
    private static final String TLS_RECORDS = "\u0015\u0016";

    /** @throws ConversationException if nothing answers, the port is closed, or the connection ends without a word */
    public static ProtocolDetection of(Endpoint endpoint, Patience patience) {
        InetSocketAddress address = new InetSocketAddress(endpoint.host(), endpoint.port());
        if (address.isUnresolved()) {
            throw new ConversationException(FailureKind.NO_ANSWER, endpoint, "the name is not known");
        }
        try (Socket socket = new Socket()) {
            socket.connect(address, (int) patience.connect().toMillis());
            socket.setSoTimeout((int) SPEAKS_FIRST.toMillis());
            String greeting = heard(socket.getInputStream());
            if (greeting.isEmpty()) {
                socket.getOutputStream().write(hello());
                socket.setSoTimeout((int) patience.prompt().toMillis());
                greeting = heard(socket.getInputStream());
            }
            return saidBy(greeting);
        } catch (SocketTimeoutException e) {
            throw ConnectFailures.noConnection(endpoint, patience, e);
        } catch (ConnectException e) {
            throw ConnectFailures.connecting(endpoint, patience, e);
        } catch (IOException e) {
            throw new ConversationException(FailureKind.DROPPED, endpoint, "the connection ended at once", e);
        }
    }

    /** @throws IOException if the connection ends without a word */
    private static String heard(InputStream in) throws IOException {
        StringBuilder first = new StringBuilder();
        try {
            int b = in.read();
            if (b < 0) throw new EOFException();
            for (; b >= 0 && first.length() < 4; b = in.read()) first.append((char) b);
        } catch (SocketTimeoutException e) {
            // What has come by now decides.
        }
        return first.toString();
    }

    private static byte[] hello() throws IOException {
        try {
            SSLEngine engine = SSLContext.getDefault().createSSLEngine();
            engine.setUseClientMode(true);
            ByteBuffer hello = ByteBuffer.allocate(engine.getSession().getPacketBufferSize());
            engine.wrap(ByteBuffer.allocate(0), hello);
            return Arrays.copyOf(hello.array(), hello.position());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("Every Java has TLS", e);
        }
    }

    private static ProtocolDetection saidBy(String greeting) {
        if (greeting.isEmpty()) return NOTHING;
        if (TLS_RECORDS.indexOf(greeting.charAt(0)) >= 0) return TLS;
        return greeting.startsWith("SSH-") ? SSH : TELNET;
    }
}

package chaperone.connect.conversation;

import java.io.IOException;
import java.io.InputStream;
import java.net.ConnectException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.time.Duration;

/** Which protocol a port speaks, told by who speaks first: SSH and Telnet do (RFC 4253, RFC 854), TLS waits. */
public enum ProtocolDetection {
    SSH,
    TELNET,
    NOTHING;

    /** A server that has nothing to say by then leaves the first word to us. */
    private static final Duration SPEAKS_FIRST = Duration.ofMillis(1500);

    /** @throws ConversationException if nothing answers, or the port is closed */
    public static ProtocolDetection of(Endpoint endpoint, Patience patience) {
        InetSocketAddress address = new InetSocketAddress(endpoint.host(), endpoint.port());
        if (address.isUnresolved()) {
            throw new ConversationException(FailureKind.NO_ANSWER, endpoint, "the name is not known");
        }
        try (Socket socket = new Socket()) {
            socket.connect(address, (int) patience.connect().toMillis());
            socket.setSoTimeout((int) SPEAKS_FIRST.toMillis());
            return heard(socket.getInputStream());
        } catch (SocketTimeoutException e) {
            throw ConnectFailures.noConnection(endpoint, patience, e);
        } catch (ConnectException e) {
            throw ConnectFailures.connecting(endpoint, patience, e);
        } catch (IOException e) {
            throw new ConversationException(FailureKind.DROPPED, endpoint, "the connection ended at once", e);
        }
    }

    private static ProtocolDetection heard(InputStream in) throws IOException {
        StringBuilder first = new StringBuilder();
        try {
            for (int b = in.read(); b >= 0 && first.length() < 4; b = in.read()) first.append((char) b);
        } catch (SocketTimeoutException e) {
            // What has come by now decides.
        }
        if (first.isEmpty()) return NOTHING;
        return first.toString().startsWith("SSH-") ? SSH : TELNET;
    }
}

package chaperone.connect;

import chaperone.connect.conversation.Endpoint;
import java.io.IOException;
import java.net.ConnectException;
import java.net.InetSocketAddress;
import java.net.Socket;
import java.time.Duration;

/** Whether anything answers at an address at all, before anybody logs in. */
public enum Reachability {
    OPEN,
    REFUSED,
    SILENT;

    /** Opens a TCP connection and closes it again; waits no longer than {@code patience}. */
    public static Reachability of(Endpoint endpoint, Duration patience) {
        try (Socket socket = new Socket()) {
            socket.connect(new InetSocketAddress(endpoint.host(), endpoint.port()), (int) patience.toMillis());
            return OPEN;
        } catch (ConnectException e) {
            return REFUSED;
        } catch (IOException e) {
            return SILENT;
        }
    }
}

package chaperone.connect.conversation;

import java.io.IOException;
import java.net.ConnectException;

/** What failed connections mean. */
public final class ConnectFailures {
    private ConnectFailures() {}

    public static ConversationException connecting(Endpoint endpoint, Patience patience, IOException e) {
        Throwable root = e;
        while (root.getCause() != null && root.getCause() != root) root = root.getCause();
        // Our own time-outs are shorter than the system's, which would come as this exception too.
        return root instanceof ConnectException
                ? new ConversationException(FailureKind.PORT_CLOSED, endpoint, "the connection was refused", e)
                : noConnection(endpoint, patience, e);
    }

    public static ConversationException noConnection(Endpoint endpoint, Patience patience, IOException e) {
        return new ConversationException(
                FailureKind.NO_ANSWER,
                endpoint,
                "no connection within " + patience.connect().toSeconds() + " s",
                e);
    }
}

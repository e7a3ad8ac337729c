package chaperone.connect.conversation;

import java.io.IOException;
import java.io.OutputStream;
import java.util.function.Supplier;

/** Keeps in mind whether anything of a request went out, for the failure that may follow. For one thread. */
public final class SentRequests {
    private boolean isSending;

    /** Called right before bytes go out: from here on nobody knows what arrives. */
    public void sending() {
        isSending = true;
    }

    /**
     * Sends bytes of a request.
     *
     * @param isStopped whether somebody has ended the session on this side
     * @throws ConversationException if it has ended
     */
    public void send(byte[] bytes, OutputStream to, Endpoint endpoint, boolean isStopped) {
        try {
            sending();
            to.write(bytes);
            to.flush();
        } catch (IOException e) {
            FailureKind kind = isStopped ? FailureKind.STOPPED : FailureKind.DROPPED;
            throw new ConversationException(kind, endpoint, "the session had ended", e);
        }
    }

    /** @throws ConversationException that says whether anything of the request may have been written */
    public String altering(Supplier<String> request) {
        isSending = false;
        try {
            return request.get();
        } catch (ConversationException e) {
            throw isSending ? e.withWritten(Written.UNKNOWN) : e;
        }
    }
}

package chaperone.connect.conversation;

import java.util.function.Supplier;

/** Keeps in mind whether anything of a request went out, for the failure that may follow. For one thread. */
public final class SentRequests {
    private boolean isSending;

    /** Called right before bytes go out: from here on nobody knows what arrives. */
    public void sending() {
        isSending = true;
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

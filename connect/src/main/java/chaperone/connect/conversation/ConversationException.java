package chaperone.connect.conversation;

/** A conversation that failed: with which device, in which way, and what was seen. */
public final class ConversationException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final FailureKind kind;
    private final String seen;

    public ConversationException(FailureKind kind, Endpoint endpoint, String seen) {
        this(kind, endpoint, seen, null);
    }

    public ConversationException(
            FailureKind kind, Endpoint endpoint, String seen, @org.jspecify.annotations.Nullable Throwable cause) {
        // What was seen may hold a secret: it is not part of a message that goes to a log.
        super(endpoint + ": " + kind, cause);
        this.kind = kind;
        this.seen = seen;
    }

    public FailureKind kind() {
        return kind;
    }

    /** What was seen, in words and without secrets. */
    public String seen() {
        return seen;
    }
}

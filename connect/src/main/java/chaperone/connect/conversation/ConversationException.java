package chaperone.connect.conversation;

import org.jspecify.annotations.Nullable;

/** A conversation that failed: with which device, in which way, and what was seen. */
public final class ConversationException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final FailureKind kind;
    private final String seen;
    private final Endpoint endpoint;
    private final Written written;

    public ConversationException(FailureKind kind, Endpoint endpoint, String seen) {
        this(kind, endpoint, seen, null);
    }

    public ConversationException(FailureKind kind, Endpoint endpoint, String seen, @Nullable Throwable cause) {
        this(kind, endpoint, seen, Written.NOTHING, cause);
    }

    private ConversationException(
            FailureKind kind, Endpoint endpoint, String seen, Written written, @Nullable Throwable cause) {
        // What was seen may hold a secret: it is not part of a message that goes to a log.
        super(endpoint + ": " + kind, cause);
        this.kind = kind;
        this.seen = seen;
        this.endpoint = endpoint;
        this.written = written;
    }

    /** The same failure of a request that may have gone out. */
    ConversationException withWritten(Written other) {
        return new ConversationException(kind, endpoint, seen, other, this);
    }

    public FailureKind kind() {
        return kind;
    }

    /** Of a request that reads it says nothing. */
    public Written written() {
        return written;
    }

    /** What was seen, in words and without secrets. */
    public String seen() {
        return seen;
    }
}

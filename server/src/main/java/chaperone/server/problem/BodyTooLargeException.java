package chaperone.server.problem;

import java.io.IOException;

/** The body of a request is longer than it may be; what lies beyond is not read. */
public final class BodyTooLargeException extends IOException {
    private static final long serialVersionUID = 1L;

    private final long most;

    public BodyTooLargeException(long most) {
        super("The body of this request may have " + most + " bytes");
        this.most = most;
    }

    public long most() {
        return most;
    }
}

package chaperone.server.lease;

/** The connection broke on which a device's lease lived: the line is left as it is, and done again. */
public final class LeaseLostException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    public LeaseLostException(String host) {
        super("The lease of " + host + " was lost with its connection to the database");
    }
}

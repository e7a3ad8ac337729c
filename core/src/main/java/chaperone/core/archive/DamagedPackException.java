package chaperone.core.archive;

/** What is stored cannot be what was stored. */
public final class DamagedPackException extends RuntimeException {
    private static final long serialVersionUID = 1L;

    DamagedPackException(String how) {
        super(how);
    }
}

package chaperone.server.audit;

/** What came of it: done, refused (not allowed, or not possible as asked), failed on the server's side; or begun only. */
public enum AuditOutcome {
    BEGUN,
    DONE,
    REFUSED,
    FAILED;

    static AuditOutcome of(int status) {
        if (status < 400) return DONE;
        return status < 500 ? REFUSED : FAILED;
    }
}

package chaperone.standins.altamont;

/** An error of RFC 6241, appendix A. */
final class NetconfError extends Exception {
    private static final long serialVersionUID = 1L;

    private final String tag;
    private final String info;

    private NetconfError(String tag, String message, String info) {
        super(message, null, false, false);
        this.tag = tag;
        this.info = info;
    }

    static NetconfError of(String tag, String message) {
        return new NetconfError(tag, message, "");
    }

    static NetconfError lockDenied(int holder) {
        return new NetconfError(
                "lock-denied",
                holder == 0 ? "the candidate holds changes of somebody else" : "session " + holder + " holds the lock",
                "  <error-info><session-id>" + holder + "</session-id></error-info>\n");
    }

    String xml() {
        boolean isProtocol = tag.equals("lock-denied") || tag.equals("operation-not-supported");
        return "<rpc-error>\n  <error-type>" + (isProtocol ? "protocol" : "application")
                + "</error-type>\n  <error-tag>"
                + tag + "</error-tag>\n  <error-severity>error</error-severity>\n  <error-message xml:lang=\"en\">"
                + ConfigXml.escaped(String.valueOf(getMessage())) + "</error-message>\n" + info + "</rpc-error>";
    }
}

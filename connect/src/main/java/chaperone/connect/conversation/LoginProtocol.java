package chaperone.connect.conversation;

/** The protocols that ask for a log-in. */
public enum LoginProtocol {
    /** The command line, and files by SCP and SFTP (RFC 4251). */
    SSH("SSH"),
    /** The interface for programs (RFC 6242). */
    NETCONF("NETCONF"),
    /** Requests and files (RFC 9110). */
    HTTPS("HTTPS"),
    /** The command line in the clear (RFC 854). */
    TELNET("Telnet");

    private final String title;

    LoginProtocol(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}

package chaperone.connect;

/** Why a conversation came to nothing. */
public enum FailureKind {
    /** No packet came back, or something that is not SSH answered. */
    NO_ANSWER,
    PORT_CLOSED,
    LOGIN_REFUSED,
    PRIVILEGE_REFUSED,
    /** The host key is not the one that was pinned. */
    HOST_KEY_CHANGED,
    NOT_A_KNOWN_PLATFORM,
    UNEXPECTED_PROMPT,
    /** The device stopped in the middle and said nothing more. */
    FELL_SILENT,
    /** The other side ended the session. */
    DROPPED,
    COMMAND_REFUSED,
    /** More came than a configuration can be. */
    TOO_LONG,
    /** Less came than the device announced. */
    INCOMPLETE,
    /** We ended it ourselves. */
    STOPPED
}

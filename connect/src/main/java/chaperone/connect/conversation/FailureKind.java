package chaperone.connect.conversation;

/** Why a conversation came to nothing. */
public enum FailureKind {
    /** The product may not call this address, or not at this port; nothing was sent. */
    NOT_CALLABLE,
    /** The credential set is not for this address; nothing was sent. */
    SET_NOT_FOR_ADDRESS,
    /** No packet came back. */
    NO_ANSWER,
    /** Something answers, but not in the protocol that was tried. */
    OTHER_PROTOCOL,
    PORT_CLOSED,
    LOGIN_REFUSED,
    /** There is no account for the protocol that the device speaks; nothing was sent. */
    NO_LOG_IN,
    PRIVILEGE_REFUSED,
    /** The host key is not the one that was pinned. */
    HOST_KEY_CHANGED,
    /** The certificate is not the one that was pinned. */
    CERTIFICATE_CHANGED,
    /** Only Telnet answers, and nobody has allowed it for this device. */
    TELNET_NOT_ALLOWED,
    /** The log-in worked, but there is no command line. */
    NO_SHELL,
    /** The log-in worked, but the interface for programs is off. */
    NO_PROGRAM_INTERFACE,
    /** The device has told that it cannot do what is needed. */
    CAPABILITY_MISSING,
    /** The device says that this account is shown only a part of the configuration. */
    PARTLY_READABLE,
    NOT_A_KNOWN_PLATFORM,
    UNEXPECTED_PROMPT,
    /** The device stopped in the middle and said nothing more. */
    FELL_SILENT,
    /** The other side ended the session. */
    DROPPED,
    COMMAND_REFUSED,
    /** More came than a configuration can be. */
    TOO_LONG,
    /** Less came than the device announced, or what came is no sound configuration. */
    INCOMPLETE,
    /** The device did not take a file, or did not give it. */
    TRANSFER_REFUSED,
    /** The file on the device is not the one that was sent. */
    FILE_DIFFERS,
    /** We ended it ourselves. */
    STOPPED
}

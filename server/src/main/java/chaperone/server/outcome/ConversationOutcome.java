package chaperone.server.outcome;

import chaperone.connect.conversation.FailureKind;

/** How a conversation failed, and what to do next. */
public enum ConversationOutcome implements Outcome {
    NOT_CALLABLE(
            "The address or its port is not among those that may be called; nothing was sent.",
            "Check the address; an administrator says in the settings which ranges and ports may be called."),
    SET_NOT_FOR_ADDRESS(
            "The credential set is not for this address; nothing was sent.",
            "Choose another set, or have an administrator say at the set where it may be used."),
    NO_ANSWER(
            "Nothing answered at this address.",
            "Check the address, the power and the way there; a ship answers only in berth."),
    PORT_CLOSED(
            "The device refuses connections at this port.",
            "Check the port; on the device, check that remote log-in is switched on."),
    LOGIN_REFUSED(
            "The device refused the account or its password.",
            "Try again with another credential set, or correct this one."),
    NO_LOG_IN(
            "The credential set has no log-in for the protocol that the device speaks; nothing was sent.",
            "Add one to the credential set, or try again with another set."),
    PRIVILEGE_REFUSED(
            "The log-in worked, but the privileged level was refused.",
            "Check the privileged password of the credential set and the account's level on the device."),
    HOST_KEY_CHANGED(
            "The device showed another host key than before; no password was sent.",
            "If the device was replaced, accept the new key. If not, find out who answers at this address."),
    CERTIFICATE_CHANGED(
            "The device showed another certificate than before; no password was sent.",
            "If the device was replaced, accept the new certificate. If not, find out who answers at this address."),
    TELNET_NOT_ALLOWED(
            "The device answers by Telnet only, which sends passwords in the clear; none was sent.",
            "Switch SSH on at the device, or allow Telnet for it if the way there is trusted."),
    NO_SHELL("Log-in worked, but the device opened no command line.", "Check what the account may do on the device."),
    NO_PROGRAM_INTERFACE(
            "Log-in worked, but the device's interface for programs (NETCONF) is off.",
            "Switch it on at the device, or choose a platform with a command line."),
    PARTLY_READABLE(
            "Only part of the configuration can be read with this account.",
            "Try again with a credential set whose account may read all of it, or raise this account's level on the device."),
    CAPABILITY_MISSING(
            "The device has told that it cannot do what is needed.",
            "Check the device's release and what of its interface for programs is switched on."),
    TRANSFER_REFUSED(
            "The device did not take or give a file.", "Check the room on the device and the account's rights."),
    FILE_DIFFERS(
            "The file on the device is not the one that was sent.",
            "Send it again; if it stays, look at the line to the device."),
    NOT_A_KNOWN_PLATFORM(
            "Log-in worked, but no platform recognises the device.",
            "Check that it is a network device of a platform that Chaperone knows, and that it is not in a special mode."),
    UNEXPECTED_PROMPT(
            "The device answered with a prompt that its platform does not know.",
            "Log in by hand: it may be in a maintenance mode or ask something."),
    FELL_SILENT(
            "The device stopped answering in the middle; nothing was stored.",
            "Try again; if it stays, look at the device's load and at the line to it."),
    DROPPED(
            "The device ended the session in the middle; nothing was stored.",
            "Try again; it may have restarted or have reached its number of sessions."),
    COMMAND_REFUSED("The device refused a command that is needed.", "Check what the account may do on the device."),
    TOO_LONG(
            "The device sent more than a configuration can hold; nothing was stored.",
            "Log in by hand and see what it prints."),
    INCOMPLETE(
            "Less arrived than the device announced, or it is no whole configuration; nothing was stored.",
            "Try again; if it stays, look at the line to the device."),
    STOPPED("Stopped by hand before it was finished; nothing was stored.", "Try again when you want it done.");

    private final Saying saying;

    ConversationOutcome(String meaning, String advice) {
        saying = new Saying(meaning, advice);
    }

    @Override
    public Saying saying() {
        return saying;
    }

    public static ConversationOutcome of(FailureKind kind) {
        // What answers where no device does is not told.
        return kind == FailureKind.OTHER_PROTOCOL ? NO_ANSWER : valueOf(kind.name());
    }
}

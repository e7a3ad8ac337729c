package chaperone.standins.control;

/** What can go wrong with a device on demand; some faults take a number. */
public enum Fault {
    /** Packets to its port get no answer. */
    NO_ANSWER,
    /** The port refuses connections. */
    PORT_CLOSED,
    WRONG_CREDENTIALS,
    /** The password of the privileged level is refused. */
    PRIVILEGE_REFUSED,
    /** Waits the given milliseconds before each line of output; 20 if none are given. */
    SLOW,
    /** Stops in the middle of a configuration and says nothing more. */
    HANGS,
    /** Ends the session after the given number of commands. */
    DROPS_AFTER,
    /** Refuses the command with the given number, counted from 1. */
    REFUSES,
    UNEXPECTED_PROMPT,
    /** Leaves one line of the configuration out and says nothing. */
    LOSES_A_LINE,
    /** Shows a configuration of 50,000 lines. */
    HUGE,
    /** Shows a description with bytes that are not UTF-8. */
    NOT_UTF8
}

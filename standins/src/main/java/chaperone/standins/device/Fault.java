package chaperone.standins.device;

/** What can go wrong with a device on demand; some faults take a number. */
public enum Fault {
    NO_ANSWER("Packets to its port get no answer."),
    PORT_CLOSED("The port refuses connections."),
    WRONG_CREDENTIALS("Every log-in is refused."),
    PRIVILEGE_REFUSED("The password of the privileged level is refused."),
    SLOW("Waits so many milliseconds before each line of output.", 20),
    HANGS("Stops in the middle of a configuration and says nothing more."),
    DROPS_AFTER("Ends the session after so many commands.", 3),
    REFUSES("Refuses the command with this number, counted from 1.", 7),
    UNEXPECTED_PROMPT("Shows a prompt that its family does not have."),
    LOSES_A_LINE("Leaves one line of the configuration out and says nothing."),
    RESTARTS("Restarts by itself when the command with this number comes, counted from 1.", 3),
    STAYS_AWAY("Does not come back after a restart."),
    OLD_IMAGE("Comes back from a restart with the image that it had."),
    STORAGE_FULL("Has no room for a file."),
    CORRUPTS_FILE("Alters a byte of every file that is sent to it."),
    REFUSES_IMAGE("Does not take an image to start from."),
    EDITED_BEHIND("Is edited by a stranger, once, at the moment when this is set."),
    HUGE("Shows a configuration of 50,000 lines."),
    NOT_UTF8("Shows a description with bytes that are not UTF-8.");

    private static final int NONE = -1;

    private final String meaning;
    private final int usual;

    Fault(String meaning) {
        this(meaning, NONE);
    }

    Fault(String meaning, int usual) {
        this.meaning = meaning;
        this.usual = usual;
    }

    public String meaning() {
        return meaning;
    }

    public boolean takesNumber() {
        return usual != NONE;
    }

    /** The number that is taken if none is given. */
    public int usualNumber() {
        return Math.max(0, usual);
    }
}

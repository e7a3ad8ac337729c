package chaperone.core.patch;

/**
 * One line for the device.
 *
 * @param kind what it does
 */
public record Command(Kind kind, String line) {
    public enum Kind {
        PUT,
        REMOVE,
        PLACE,
        ENTER_BLOCK,
        LEAVE_BLOCK
    }
}

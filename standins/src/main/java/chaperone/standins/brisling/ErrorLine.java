package chaperone.standins.brisling;

import chaperone.standins.device.RefusedLine;

/** The device's answer to a line that it does not take: {@code error 12: service "wbe" does not exist}. */
final class ErrorLine extends RefusedLine {
    private static final long serialVersionUID = 1L;
    static final int NOT_KNOWN = 10, MALFORMED = 11, DOES_NOT_EXIST = 12, IN_USE = 13, NOT_NOW = 14, NOT_ALLOWED = 15;

    ErrorLine(int number, String reason) {
        super("error " + number + ": " + reason);
    }
}

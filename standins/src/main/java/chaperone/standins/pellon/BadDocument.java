package chaperone.standins.pellon;

/** A document that the device does not take, and why. */
final class BadDocument extends Exception {
    private static final long serialVersionUID = 1L;

    BadDocument(String message) {
        super(message, null, false, false);
    }
}

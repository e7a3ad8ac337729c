package chaperone.standins.device;

/** A line that a device does not take; the message is its answer, in the family's own form. */
public class RefusedLine extends Exception {
    private static final long serialVersionUID = 1L;

    public RefusedLine(String answer) {
        super(answer, null, false, false);
    }
}

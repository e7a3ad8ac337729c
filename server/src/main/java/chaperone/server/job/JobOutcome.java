package chaperone.server.job;

import chaperone.server.outcome.Outcome;

/** Ends of a line that have nothing to do with what was to be done. */
public enum JobOutcome implements Outcome {
    NONE("", ""),
    DEVICE_GONE("The device was removed from the fleet meanwhile.", ""),
    INTERNAL(
            "The server met an error that it did not foresee; nothing was stored.",
            "Try again, and tell the administrator: the server's log has the details.");

    private final Saying saying;

    JobOutcome(String meaning, String advice) {
        saying = new Saying(meaning, advice);
    }

    @Override
    public Saying saying() {
        return saying;
    }
}

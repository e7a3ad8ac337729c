package chaperone.server.finding;

/** What came of a clause on a device. */
public enum Outcome {
    PASS,
    FAIL,
    /** It fails, and an exception holds. */
    EXCEPTED,
    NOT_KNOWN,
    /** The clause is not for the device. */
    NOT_ASKED
}

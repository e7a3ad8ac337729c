package chaperone.server.standard;

/** How a finding ended. */
public enum FindingEnd {
    /** The device runs something else. */
    CHANGED,
    /** The clause says something else, or its site fills in something else. */
    CLAUSE_ALTERED,
    /** The clause is no longer in force, or no longer for the device. */
    NOT_ASKED,
    /** What is known of the device as a whole is something else. */
    KNOWN
}

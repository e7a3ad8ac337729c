package chaperone.server.standing;

/** What a standing rule does about drift. */
public enum StandingDeed {
    /** Nothing but what is done for all drift: it stands in the lists. Keeps devices from rules further down. */
    TELL,
    /** What runs is agreed from then on. */
    ADOPT,
    /** A change leads the device back to what is agreed. */
    PUT_BACK
}

package chaperone.server.change;

/** How far a change has come. */
public enum ChangeState {
    /** Its edits may be altered. */
    DRAFT,
    /** It waits for somebody's approval. */
    PROPOSED,
    /** It may run. So it may again after a run that gave everything back. */
    APPROVED,
    RUNNING,
    /** It stands on all of its devices; run device by device, at least on one. */
    KEPT,
    /** A device could not be led anywhere: a person is needed. */
    STUCK,
    /** Nobody wants it any more. */
    DROPPED;

    boolean isOpen() {
        return this == DRAFT || this == PROPOSED || this == APPROVED;
    }
}

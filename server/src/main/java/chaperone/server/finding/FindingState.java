package chaperone.server.finding;

/** What became of a finding. */
enum FindingState {
    OPEN,
    /** An exception holds for it. */
    EXCEPTED,
    CLOSED
}

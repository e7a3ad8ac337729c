package chaperone.server.job;

/** Where a line of a job stands. */
public enum LineState {
    WAITING,
    IN_HAND,
    DONE,
    FAILED,
    STOPPED;

    boolean isEnded() {
        return this == DONE || this == FAILED || this == STOPPED;
    }
}

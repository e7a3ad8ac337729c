package chaperone.server.job;

/** Where a line of a job stands. */
public enum JobLineState {
    WAITING,
    IN_HAND,
    DONE,
    FAILED,
    STOPPED;

    boolean isEnded() {
        return this == DONE || this == FAILED || this == STOPPED;
    }
}

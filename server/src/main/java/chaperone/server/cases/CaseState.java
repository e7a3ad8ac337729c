package chaperone.server.cases;

/** Whether something is left to be done. */
public enum CaseState {
    OPEN,
    SETTLED
}

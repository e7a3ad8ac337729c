package chaperone.server.outcome;

/** How something ended; each capability has kinds of its own, whose codes are told apart over all capabilities. */
public interface Outcome {
    /** The code under which it is stored and told to programs, in capital letters. */
    String name();

    /** A sentence for people. */
    String meaning();

    /** What to do next, for a failure; empty if there is nothing to do. */
    String advice();
}

package chaperone.server.outcome;

/** How something ended; each capability has kinds of its own, whose codes are told apart over all capabilities. */
public interface Outcome {
    /** The code under which it is stored and told to programs, in capital letters. */
    String name();

    Saying saying();

    /**
     * What it says to people.
     *
     * @param meaning a sentence
     * @param advice what to do next, for a failure; empty if there is nothing to do
     */
    record Saying(String meaning, String advice) {}

    default String meaning() {
        return saying().meaning();
    }

    default String advice() {
        return saying().advice();
    }
}

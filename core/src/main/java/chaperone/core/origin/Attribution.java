package chaperone.core.origin;

import java.time.Instant;
import java.util.List;

/**
 * Who may have brought a revision.
 *
 * @param actors the best proven first; those of {@link Proof#CLAIM} do not count for the sureness
 */
public record Attribution(Sureness sureness, List<Actor> actors) {
    public static final Attribution NOBODY = new Attribution(Sureness.NONE, List.of());

    /** How many accounts it may have been. */
    public enum Sureness {
        SOLE,
        SEVERAL,
        NONE
    }

    /** What speaks for an account, the strongest first. */
    public enum Proof {
        /** The person's own session through Chaperone was open. */
        CONSOLE,
        /** The device told it itself when it was asked, in a conversation that was logged in to. */
        TOLD,
        /** A message tells of an edit, another of the log-in before it. Anybody can forge messages. */
        EDIT,
        /** A message tells of a log-in, none of an edit. */
        LOG_IN,
        /** A message tells of an edit, and no log-in is known: this names nobody. */
        CLAIM;

        /** Whether nothing but log messages says so. */
        public boolean isHearsay() {
            return this != CONSOLE && this != TOLD;
        }
    }

    /**
     * @param visitor as the device knows it
     * @param person whose account here it was; empty if it did not go through Chaperone
     * @param first when the first thing that speaks for it happened
     * @param last when the last one did
     */
    public record Actor(Visitor visitor, String person, Proof proof, Instant first, Instant last) {
        /** The account by which one would call it; empty if that is not known. */
        public String called() {
            return person.isEmpty() ? visitor.account() : person;
        }
    }

    public Attribution {
        actors = List.copyOf(actors);
    }
}

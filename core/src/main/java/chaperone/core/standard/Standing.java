package chaperone.core.standard;

import chaperone.core.standard.Rule.Fact;
import java.util.Map;

/** What is known of a device as a whole, besides its configuration. */
public record Standing(Map<Fact, Told> facts) {
    /** Nothing is known. */
    public static final Standing UNKNOWN = new Standing(Map.of());

    /**
     * How a fact stands.
     *
     * @param expected what should be, in words
     * @param found what is instead; of one that is not known, why
     */
    public record Told(Verdict.Kind kind, String expected, String found) {}

    public Standing {
        facts = Map.copyOf(facts);
    }

    Verdict verdict(Fact fact) {
        Told told = facts.get(fact);
        return told == null ? Verdict.notKnown("it was never found out") : Verdict.of(told);
    }
}

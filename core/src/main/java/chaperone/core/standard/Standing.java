package chaperone.core.standard;

import chaperone.core.standard.Rule.Fact;
import java.util.Map;

/**
 * What is known of a device as a whole, besides its configuration.
 *
 * @param answers what it answered to what it was asked
 */
public record Standing(Map<Fact, Told> facts, Map<Asked, Answered> answers) {
    /** Nothing is known. */
    public static final Standing UNKNOWN = new Standing(Map.of(), Map.of());

    /**
     * How a fact stands.
     *
     * @param expected what should be, in words
     * @param found what is instead; of one that is not known, why
     */
    public record Told(Verdict.Kind kind, String expected, String found) {}

    public Standing {
        facts = Map.copyOf(facts);
        answers = Map.copyOf(answers);
    }

    /** The same with these answers alone. */
    public Standing answering(Map<Asked, Answered> answers) {
        return new Standing(facts, answers);
    }

    Verdict verdict(Rule.Answer rule) {
        Answered answered = answers.get(rule.asked());
        return answered == null
                ? Verdict.notKnown(rule.asked().words() + " was not read yet", "an answer")
                : answered.verdict(rule);
    }

    Verdict verdict(Fact fact) {
        Told told = facts.get(fact);
        return told == null ? Verdict.notKnown("it was never found out", "an answer") : Verdict.of(told);
    }
}

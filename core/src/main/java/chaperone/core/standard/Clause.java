package chaperone.core.standard;

/**
 * One rule of a standard.
 *
 * @param tag short and unique in its standard
 * @param reason why it is required, for people
 * @param isByHand whether only people may mend what departs from it, since taking it away would do harm
 */
public record Clause(String tag, String reason, Binding binding, Rule rule, boolean isByHand) {
    /** One that may be repaired. */
    public Clause(String tag, String reason, Binding binding, Rule rule) {
        this(tag, reason, binding, rule, false);
    }

    /** Whether it says what should stand, so that devices that depart from it can be repaired. */
    public boolean isRepairable() {
        return !isByHand && rule.isRepairable();
    }

    /** What a clause does to a change that would break it. */
    public enum Binding {
        ADVISE,
        WARN,
        REFUSE
    }
}

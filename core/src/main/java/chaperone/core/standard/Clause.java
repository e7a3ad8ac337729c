package chaperone.core.standard;

/**
 * One rule of a standard.
 *
 * @param tag short and unique in its standard
 * @param reason why it is required, for people
 */
public record Clause(String tag, String reason, Binding binding, Rule rule) {

    /** What a clause does to a change that would break it. */
    public enum Binding {
        ADVISE,
        WARN,
        REFUSE
    }
}

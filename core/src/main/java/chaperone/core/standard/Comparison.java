package chaperone.core.standard;

/** How a value is compared with a limit. */
public enum Comparison {
    AT_MOST("at most"),
    AT_LEAST("at least"),
    EXACTLY("exactly"),
    OTHER_THAN("other than"),
    /** An address lies in one of some prefixes; a set has no members but those of the limit. */
    WITHIN("within"),
    /** A set has all members of the limit. */
    HOLDS("with");

    private final String words;

    Comparison(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}

package chaperone.core.answer;

/** The answer to one of the four questions, with the reason that people read. */
public record Answer(Kind kind, String reason) {

    /** {@code NOT_KNOWN} is never shown as yes. */
    public enum Kind {
        YES,
        ATTENTION,
        NO,
        NOT_KNOWN
    }

    static Answer yes(String reason) {
        return new Answer(Kind.YES, reason);
    }

    static Answer attention(String reason) {
        return new Answer(Kind.ATTENTION, reason);
    }

    static Answer no(String reason) {
        return new Answer(Kind.NO, reason);
    }

    static Answer notKnown(String reason) {
        return new Answer(Kind.NOT_KNOWN, reason);
    }
}

package chaperone.core.answer;

/**
 * What is known of how a device keeps to the clauses that are for it.
 *
 * @param asked how many clauses are for it
 * @param failing those of them that fail; {@code advised} are the ones among these that only advise
 * @param open those of which it is not known
 * @param incomplete why the newest copy may be only a part; empty if it is whole
 */
public record KnownDepartures(int asked, long failing, long advised, long open, String incomplete) {
    /** Of a device that nobody has seen for so long that what it runs may be anything. */
    public static final Answer NOT_SEEN = Answer.notKnown("it was not seen for longer than its reading plan allows");

    public Answer sound() {
        if (asked == 0) return Question.SOUND.unanswered();
        if (!incomplete.isEmpty()) return Answer.notKnown("the newest copy may be only a part");
        String words = failing + " of " + asked + (asked == 1 ? " clause fails" : " clauses fail");
        if (failing > advised) return Answer.no(words);
        if (failing > 0) return Answer.attention(words + ", as advice");
        if (open > 0) return Answer.notKnown("of " + open + (open == 1 ? " clause" : " clauses") + " it is not known");
        return Answer.yes("keeps to all of its clauses, " + asked);
    }
}

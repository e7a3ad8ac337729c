package chaperone.core.query;

/** What cannot be read in a query: where it begins, how long it is, and what would fit. */
public final class QueryProblem extends Exception {
    private static final long serialVersionUID = 1;

    private final int position;
    private final int length;

    QueryProblem(int position, int length, String message) {
        super(message);
        this.position = position;
        this.length = length;
    }

    /** In characters from the text's beginning. */
    public int position() {
        return position;
    }

    /** In characters; 0 at the text's end. */
    public int length() {
        return length;
    }
}

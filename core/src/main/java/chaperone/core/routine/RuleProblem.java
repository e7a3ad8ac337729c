package chaperone.core.routine;

/** Why a text is no calendar rule, for the person who wrote it, and where; columns count from 0. */
public final class RuleProblem extends Exception {
    private static final long serialVersionUID = 1L;

    private final int column;

    public RuleProblem(int column, String message) {
        super(message);
        this.column = column;
    }

    public int column() {
        return column;
    }
}

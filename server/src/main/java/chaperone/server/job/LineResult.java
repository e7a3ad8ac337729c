package chaperone.server.job;

/**
 * What handling a line gave.
 *
 * @param seen what was seen on the way, in words; empty if there is nothing to add
 */
public record LineResult(LineState state, Outcome outcome, String seen) {

    public static LineResult done(Outcome outcome, String seen) {
        return new LineResult(LineState.DONE, outcome, seen);
    }

    public static LineResult failed(Outcome outcome, String seen) {
        return new LineResult(LineState.FAILED, outcome, seen);
    }
}

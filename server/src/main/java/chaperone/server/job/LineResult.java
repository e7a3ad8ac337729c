package chaperone.server.job;

/**
 * What handling a line gave.
 *
 * @param seen what was seen on the way, in words; empty if there is nothing to add
 * @param found the name of the device that the line is about, once it is known; empty before
 */
public record LineResult(LineState state, Outcome outcome, String seen, String found) {

    public static LineResult done(Outcome outcome, String seen) {
        return new LineResult(LineState.DONE, outcome, seen, "");
    }

    public static LineResult failed(Outcome outcome, String seen) {
        return new LineResult(LineState.FAILED, outcome, seen, "");
    }

    public LineResult about(String device) {
        return new LineResult(state, outcome, seen, device);
    }
}

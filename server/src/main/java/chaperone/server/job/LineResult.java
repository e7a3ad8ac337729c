package chaperone.server.job;

import java.util.Optional;

/**
 * What handling a line gave.
 *
 * @param seen what was seen on the way, in words; empty if there is nothing to add
 * @param found the name of the device that the line is about, once it is known; empty before
 * @param note to be written with the line's end
 */
public record LineResult(LineState state, Outcome outcome, String seen, String found, Optional<LineNote> note) {

    public LineResult(LineState state, Outcome outcome, String seen, String found) {
        this(state, outcome, seen, found, Optional.empty());
    }

    public static LineResult done(Outcome outcome, String seen) {
        return new LineResult(LineState.DONE, outcome, seen, "");
    }

    public static LineResult failed(Outcome outcome, String seen) {
        return new LineResult(LineState.FAILED, outcome, seen, "");
    }

    public LineResult about(String device) {
        return new LineResult(state, outcome, seen, device, note);
    }

    public LineResult with(LineNote written) {
        return new LineResult(state, outcome, seen, found, Optional.of(written));
    }
}

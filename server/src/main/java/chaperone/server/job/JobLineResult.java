package chaperone.server.job;

import chaperone.server.outcome.Outcome;
import java.util.Optional;

/**
 * What handling a line gave.
 *
 * @param seen what was seen on the way, in words; empty if there is nothing to add
 * @param found the name of the device that the line is about, once it is known; empty before
 * @param note to be written with the line's end
 */
public record JobLineResult(
        JobLineState state, Outcome outcome, String seen, String found, Optional<JobLineAddition> note) {

    public JobLineResult(JobLineState state, Outcome outcome, String seen, String found) {
        this(state, outcome, seen, found, Optional.empty());
    }

    public static JobLineResult done(Outcome outcome, String seen) {
        return new JobLineResult(JobLineState.DONE, outcome, seen, "");
    }

    public static JobLineResult failed(Outcome outcome, String seen) {
        return new JobLineResult(JobLineState.FAILED, outcome, seen, "");
    }

    public JobLineResult about(String device) {
        return new JobLineResult(state, outcome, seen, device, note);
    }

    public JobLineResult with(JobLineAddition written) {
        return new JobLineResult(state, outcome, seen, found, Optional.of(written));
    }
}

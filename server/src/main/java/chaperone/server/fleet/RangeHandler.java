package chaperone.server.fleet;

import chaperone.connect.Endpoint;
import chaperone.connect.Reach;
import chaperone.server.job.JobKind;
import chaperone.server.job.LineHandler;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import chaperone.server.job.Outcome;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks at one address of a range: most have nobody, which is no failure. */
@Component
class RangeHandler implements LineHandler {
    /** A device that takes longer to accept a connection is found by its address in a list. */
    private static final Duration PATIENCE = Duration.ofMillis(1500);

    private final Newcomers newcomers;

    RangeHandler(Newcomers newcomers) {
        this.newcomers = newcomers;
    }

    @Override
    public JobKind kind() {
        return JobKind.RANGE;
    }

    @Override
    public LineResult handle(LineWork work) {
        Endpoint endpoint = new Endpoint(work.line().host(), work.line().port());
        return switch (Reach.of(endpoint, PATIENCE)) {
            case OPEN -> newcomers.take(work);
            case REFUSED -> LineResult.done(Outcome.NOBODY_THERE, "something is there, but refuses this port");
            case SILENT -> LineResult.done(Outcome.NOBODY_THERE, "");
        };
    }
}

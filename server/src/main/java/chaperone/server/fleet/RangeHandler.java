package chaperone.server.fleet;

import chaperone.connect.Endpoint;
import chaperone.connect.Reach;
import chaperone.server.callable.CallRules;
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
    private final CallRules rule;

    RangeHandler(Newcomers newcomers, CallRules rule) {
        this.rule = rule;
        this.newcomers = newcomers;
    }

    @Override
    public JobKind kind() {
        return JobKind.RANGE;
    }

    @Override
    public LineResult handle(LineWork work) {
        Endpoint endpoint = new Endpoint(work.line().host(), work.line().port());
        // Not even whether something listens is found out where nobody may call.
        rule.check(endpoint);
        return switch (Reach.of(endpoint, PATIENCE)) {
            case OPEN -> newcomers.take(work);
            case REFUSED, SILENT -> LineResult.done(Outcome.NOBODY_THERE, "");
        };
    }
}

package chaperone.server.intake;

import chaperone.connect.Reachability;
import chaperone.connect.conversation.Endpoint;
import chaperone.server.callable.CallRules;
import chaperone.server.job.JobKind;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineResult;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks at one address of a range: most have nobody, which is no failure. */
@Component
class RangeHandler implements IntakeHandler {
    /** A device that takes longer to accept a connection is found by its address in a list. */
    private static final Duration PATIENCE = Duration.ofMillis(1500);

    private final DeviceIntake intake;
    private final CallRules rule;

    RangeHandler(DeviceIntake intake, CallRules rule) {
        this.rule = rule;
        this.intake = intake;
    }

    @Override
    public JobKind kind() {
        return JobKind.RANGE;
    }

    @Override
    public JobLineResult handle(JobLineContext work) {
        Endpoint endpoint = new Endpoint(work.line().host(), work.line().port());
        // Not even whether something listens is found out where nobody may call.
        rule.check(endpoint);
        return switch (Reachability.of(endpoint, PATIENCE)) {
            case OPEN -> intake.take(work);
            case REFUSED, SILENT -> JobLineResult.done(IntakeOutcome.NOBODY_THERE, "");
        };
    }
}

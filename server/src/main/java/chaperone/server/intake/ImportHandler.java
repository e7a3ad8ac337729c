package chaperone.server.intake;

import chaperone.server.job.JobKind;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineHandler;
import chaperone.server.job.JobLineResult;
import chaperone.server.job.RetryChoice;
import chaperone.server.outcome.Outcome;
import java.util.List;
import org.springframework.stereotype.Component;

/** Takes one device of a list into the fleet. */
@Component
class ImportHandler implements JobLineHandler {
    private final DeviceIntake intake;

    ImportHandler(DeviceIntake intake) {
        this.intake = intake;
    }

    @Override
    public JobKind kind() {
        return JobKind.IMPORT;
    }

    @Override
    public List<? extends Outcome> outcomes() {
        return List.of(IntakeOutcome.values());
    }

    @Override
    public String retried(String payload, RetryChoice choice) {
        return IntakeDetails.of(payload).retried(choice).payload();
    }

    @Override
    public JobLineResult handle(JobLineContext work) {
        return intake.take(work);
    }
}

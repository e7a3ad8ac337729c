package chaperone.server.intake;

import chaperone.server.job.JobKind;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineResult;
import org.springframework.stereotype.Component;

/** Takes one device of a list into the fleet. */
@Component
class ImportHandler implements IntakeHandler {
    private final DeviceIntake intake;

    ImportHandler(DeviceIntake intake) {
        this.intake = intake;
    }

    @Override
    public JobKind kind() {
        return JobKind.IMPORT;
    }

    @Override
    public JobLineResult handle(JobLineContext work) {
        return intake.take(work);
    }
}

package chaperone.server.intake;

import chaperone.server.job.JobLineHandler;
import chaperone.server.job.RetryChoice;
import chaperone.server.outcome.Outcome;
import java.util.List;

/** Handles lines of which each should be a device; their payload is {@link IntakeDetails}. */
interface IntakeHandler extends JobLineHandler {
    @Override
    default List<? extends Outcome> outcomes() {
        return List.of(IntakeOutcome.values());
    }

    @Override
    default String retried(String payload, RetryChoice choice) {
        return IntakeDetails.of(payload).retried(choice).payload();
    }
}

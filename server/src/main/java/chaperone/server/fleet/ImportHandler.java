package chaperone.server.fleet;

import chaperone.server.job.JobKind;
import chaperone.server.job.LineHandler;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import org.springframework.stereotype.Component;

/** Takes one device of a list into the fleet. */
@Component
class ImportHandler implements LineHandler {
    private final Newcomers newcomers;

    ImportHandler(Newcomers newcomers) {
        this.newcomers = newcomers;
    }

    @Override
    public JobKind kind() {
        return JobKind.IMPORT;
    }

    @Override
    public LineResult handle(LineWork work) {
        return newcomers.take(work);
    }
}

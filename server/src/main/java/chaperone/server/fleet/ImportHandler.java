package chaperone.server.fleet;

import chaperone.connect.Connector;
import chaperone.connect.Connector.Met;
import chaperone.connect.Endpoint;
import chaperone.connect.Target;
import chaperone.server.fleet.Fleet.Admission;
import chaperone.server.job.JobKind;
import chaperone.server.job.LineHandler;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import chaperone.server.job.NewLine;
import chaperone.server.job.Outcome;
import chaperone.server.platform.PlatformShelf;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Meets one device of a list and takes it into the fleet. */
@Component
class ImportHandler implements LineHandler {
    private final Fleet fleet;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Connector connector;
    private final PlatformShelf platforms;

    ImportHandler(
            Fleet fleet, CredentialSets credentials, HostKeys keys, Connector connector, PlatformShelf platforms) {
        this.fleet = fleet;
        this.credentials = credentials;
        this.keys = keys;
        this.connector = connector;
        this.platforms = platforms;
    }

    @Override
    public JobKind kind() {
        return JobKind.IMPORT;
    }

    @Override
    public LineResult handle(LineWork work) {
        NewLine line = work.line();
        Optional<Device> known = fleet.at(line.host(), line.port());
        if (known.isPresent())
            return LineResult.done(Outcome.ALREADY_KNOWN, "as " + known.get().name());
        if (line.credentialSet().isEmpty())
            return LineResult.failed(Outcome.LOGIN_REFUSED, "its credential set was removed");
        long set = line.credentialSet().get();
        Endpoint endpoint = new Endpoint(line.host(), line.port());
        Target target = new Target(
                endpoint, credentials.open(set, endpoint), keys.pinned(line.host(), line.port()), line.telnetAllowed());
        Met met = connector.meet(target, platforms.toMeetWith(line.platform()), work::holds);
        return result(fleet.admit(target, met, set, line.site(), line.role()));
    }

    private static LineResult result(Admission admission) {
        if (admission instanceof Admission.AlreadyKnown known) {
            return LineResult.done(Outcome.ALREADY_KNOWN, "as " + known.name() + " at " + known.where());
        }
        if (admission instanceof Admission.NameTaken taken) {
            return LineResult.failed(Outcome.NAME_TAKEN, taken.name() + " at " + taken.by());
        }
        return LineResult.done(Outcome.ADDED, "as " + ((Admission.Added) admission).name());
    }
}

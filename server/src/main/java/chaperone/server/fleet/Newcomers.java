package chaperone.server.fleet;

import chaperone.connect.Connector;
import chaperone.connect.Connector.Met;
import chaperone.connect.ConversationException;
import chaperone.connect.Endpoint;
import chaperone.connect.FailureKind;
import chaperone.connect.Target;
import chaperone.server.fleet.Fleet.Admission;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import chaperone.server.job.NewLine;
import chaperone.server.job.Outcome;
import chaperone.server.platform.PlatformShelf;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Meets the device at an address, with one credential set after the other, and takes it into the fleet. */
@Component
class Newcomers {
    private final Fleet fleet;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Connector connector;
    private final PlatformShelf platforms;

    Newcomers(Fleet fleet, CredentialSets credentials, HostKeys keys, Connector connector, PlatformShelf platforms) {
        this.fleet = fleet;
        this.credentials = credentials;
        this.keys = keys;
        this.connector = connector;
        this.platforms = platforms;
    }

    /** @throws ConversationException with the last set's failure, if no set opens the device */
    LineResult take(LineWork work) {
        NewLine line = work.line();
        Optional<Device> known = fleet.at(line.host(), line.port());
        if (known.isPresent()) {
            return LineResult.done(Outcome.ALREADY_KNOWN, "as " + known.get().name())
                    .about(known.get().name());
        }
        List<Long> sets = new ArrayList<>();
        line.credentialSet().ifPresent(sets::add);
        sets.addAll(line.newcomer().furtherSets());
        if (sets.isEmpty()) return LineResult.failed(Outcome.LOGIN_REFUSED, "its credential set was removed");
        for (long set : sets.subList(0, sets.size() - 1)) {
            Optional<LineResult> result = attempt(work, set);
            if (result.isPresent()) return result.get();
        }
        return takeWith(work, sets.get(sets.size() - 1));
    }

    /** Nothing if the device refuses this set: the next one may fit. */
    private Optional<LineResult> attempt(LineWork work, long set) {
        try {
            return Optional.of(takeWith(work, set));
        } catch (ConversationException e) {
            boolean mayAnotherFit = e.kind() == FailureKind.LOGIN_REFUSED
                    || e.kind() == FailureKind.NO_LOG_IN
                    || e.kind() == FailureKind.PRIVILEGE_REFUSED
                    || e.kind() == FailureKind.PARTLY_READABLE;
            if (!mayAnotherFit) throw e;
            return Optional.empty();
        }
    }

    private LineResult takeWith(LineWork work, long set) {
        NewLine line = work.line();
        Endpoint endpoint = new Endpoint(line.host(), line.port());
        Target target = new Target(
                endpoint,
                credentials.open(set, endpoint),
                keys.pinned(line.host(), line.port()),
                line.newcomer().telnetAllowed());
        Met met = connector.meet(target, platforms.toMeetWith(line.newcomer().platform()), work::holds);
        return result(fleet.admit(target, met, set, line));
    }

    private static LineResult result(Admission admission) {
        if (admission instanceof Admission.SameDevice same) {
            return LineResult.done(Outcome.SAME_DEVICE, "as " + same.name() + " at " + same.where() + "; " + same.by())
                    .about(same.name());
        }
        if (admission instanceof Admission.NameTaken taken) {
            return LineResult.failed(Outcome.NAME_TAKEN, taken.name() + " at " + taken.by());
        }
        String name = ((Admission.Added) admission).name();
        return LineResult.done(Outcome.ADDED, "as " + name).about(name);
    }
}

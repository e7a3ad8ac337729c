package chaperone.server.fleet;

import chaperone.connect.Connector;
import chaperone.connect.Connector.Met;
import chaperone.connect.ConversationException;
import chaperone.connect.Endpoint;
import chaperone.connect.FailureKind;
import chaperone.connect.Target;
import chaperone.server.callable.CallRules;
import chaperone.server.fleet.Fleet.Admission;
import chaperone.server.job.LineResult;
import chaperone.server.job.LineWork;
import chaperone.server.job.NewLine;
import chaperone.server.job.Outcome;
import chaperone.server.platform.PlatformShelf;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Meets the device at an address, with one credential set after the other, and takes it into the fleet. */
@Component
class Newcomers {
    /** Ways in which something answers that may be no device at all. */
    private static final Set<FailureKind> NO_DEVICES =
            EnumSet.of(FailureKind.NO_ANSWER, FailureKind.NOT_A_KNOWN_PLATFORM, FailureKind.TOO_LONG);

    private final Fleet fleet;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Connector connector;
    private final PlatformShelf platforms;
    private final CallRules rule;

    Newcomers(
            Fleet fleet,
            CredentialSets credentials,
            HostKeys keys,
            Connector connector,
            PlatformShelf platforms,
            CallRules rule) {
        this.rule = rule;
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
        // Before a password is opened: where nobody may call there is nothing to find out.
        rule.check(endpoint);
        Target target = new Target(
                endpoint,
                credentials.open(set, endpoint, line.site()),
                keys.pinned(line.host(), line.port()),
                line.newcomer().telnetAllowed());
        return result(fleet.admit(target, met(target, work), set, line));
    }

    /** What answers and is no device is none of anybody's business: its words are not told. */
    private Met met(Target target, LineWork work) {
        try {
            return connector.meet(
                    target, platforms.toMeetWith(work.line().newcomer().platform()), work::holds);
        } catch (ConversationException e) {
            if (!NO_DEVICES.contains(e.kind())) throw e;
            throw new ConversationException(e.kind(), target.endpoint(), "", e);
        }
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

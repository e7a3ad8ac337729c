package chaperone.server.intake;

import chaperone.connect.Connector;
import chaperone.connect.Connector.Met;
import chaperone.connect.conversation.ConversationException;
import chaperone.connect.conversation.Endpoint;
import chaperone.connect.conversation.FailureKind;
import chaperone.connect.conversation.Target;
import chaperone.server.callable.CallRules;
import chaperone.server.credential.CredentialSets;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.Fleet.Admission;
import chaperone.server.fleet.Fleet.Placement;
import chaperone.server.hostkey.HostKeys;
import chaperone.server.job.JobLineContext;
import chaperone.server.job.JobLineResult;
import chaperone.server.job.NewJobLine;
import chaperone.server.outcome.ConversationOutcome;
import chaperone.server.platform.PlatformRegistry;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.stereotype.Component;

/** Meets the device at an address, with one credential set after the other, and takes it into the fleet. */
@Component
class DeviceIntake {
    /** Ways in which something answers that may be no device at all. */
    private static final Set<FailureKind> NO_DEVICES = EnumSet.of(
            FailureKind.NO_ANSWER, FailureKind.OTHER_PROTOCOL, FailureKind.NOT_A_KNOWN_PLATFORM, FailureKind.TOO_LONG);

    private final Fleet fleet;
    private final CredentialSets credentials;
    private final HostKeys keys;
    private final Connector connector;
    private final PlatformRegistry platforms;
    private final CallRules rule;

    DeviceIntake(
            Fleet fleet,
            CredentialSets credentials,
            HostKeys keys,
            Connector connector,
            PlatformRegistry platforms,
            CallRules rule) {
        this.rule = rule;
        this.fleet = fleet;
        this.credentials = credentials;
        this.keys = keys;
        this.connector = connector;
        this.platforms = platforms;
    }

    /** @throws ConversationException with the last set's failure, if no set opens the device */
    JobLineResult take(JobLineContext work) {
        NewJobLine line = work.line();
        Optional<Device> known = fleet.at(line.host(), line.port());
        if (known.isPresent()) {
            return JobLineResult.done(
                            IntakeOutcome.ALREADY_KNOWN, "as " + known.get().name())
                    .about(known.get().name());
        }
        List<Long> sets = new ArrayList<>();
        line.credentialSet().ifPresent(sets::add);
        sets.addAll(IntakeDetails.of(line.payload()).furtherSets());
        if (sets.isEmpty())
            return JobLineResult.failed(ConversationOutcome.LOGIN_REFUSED, "its credential set was removed");
        for (long set : sets.subList(0, sets.size() - 1)) {
            Optional<JobLineResult> result = attempt(work, set);
            if (result.isPresent()) return result.get();
        }
        return takeWith(work, sets.get(sets.size() - 1));
    }

    /** Nothing if the device refuses this set: the next one may fit. */
    private Optional<JobLineResult> attempt(JobLineContext work, long set) {
        try {
            return Optional.of(takeWith(work, set));
        } catch (ConversationException e) {
            boolean mayAnotherFit = e.kind() == FailureKind.LOGIN_REFUSED
                    || e.kind() == FailureKind.NO_LOG_IN
                    || e.kind() == FailureKind.PRIVILEGE_REFUSED
                    || e.kind() == FailureKind.PARTLY_READABLE;
            if (!mayAnotherFit) throw e;
            work.refused(set, e);
            return Optional.empty();
        }
    }

    private JobLineResult takeWith(JobLineContext work, long set) {
        NewJobLine line = work.line();
        Endpoint endpoint = new Endpoint(line.host(), line.port());
        // Before a password is opened: where nobody may call there is nothing to find out.
        rule.check(endpoint);
        Target target = new Target(
                endpoint,
                credentials.open(set, endpoint, line.site()),
                keys.pinned(line.host(), line.port()),
                IntakeDetails.of(line.payload()).telnetAllowed());
        Met met = met(target, work);
        Placement placement = new Placement(
                set, line.site(), line.role(), IntakeDetails.of(line.payload()).tags());
        return result(fleet.admit(target, met, placement), credentials.get(set).name());
    }

    /** What answers and is no device is none of anybody's business: its words are not told. */
    private Met met(Target target, JobLineContext work) {
        try {
            return connector.meet(
                    target,
                    platforms.toMeetWith(IntakeDetails.of(work.line().payload()).platform()),
                    work::holds);
        } catch (ConversationException e) {
            if (!NO_DEVICES.contains(e.kind())) throw e;
            throw new ConversationException(e.kind(), target.endpoint(), "", e);
        }
    }

    private static JobLineResult result(Admission admission, String set) {
        if (admission instanceof Admission.SameDevice same) {
            return JobLineResult.done(
                            IntakeOutcome.SAME_DEVICE, "as " + same.name() + " at " + same.where() + "; " + same.by())
                    .about(same.name());
        }
        if (admission instanceof Admission.NameTaken taken) {
            return JobLineResult.failed(IntakeOutcome.NAME_TAKEN, taken.name() + " at " + taken.by());
        }
        String name = ((Admission.Added) admission).name();
        return JobLineResult.done(IntakeOutcome.ADDED, "as " + name + ", with \"" + set + "\"")
                .about(name);
    }
}

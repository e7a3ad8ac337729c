package chaperone.server.copy;

import chaperone.connect.RetrievedCopy;
import chaperone.core.fact.Facts;
import chaperone.core.origin.OriginFinder.Interval;
import chaperone.core.origin.Visitor;
import chaperone.server.drift.Agreements;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.DeviceFacts;
import chaperone.server.fleet.EventKind;
import chaperone.server.fleet.Fleet;
import chaperone.server.fleet.StandingChangedEvent;
import chaperone.server.origin.Origins;
import chaperone.server.origin.Origins.Found;
import chaperone.server.origin.PlannedWork;
import chaperone.server.problem.RetryOnConflict;
import chaperone.server.revision.ConfigKind;
import chaperone.server.revision.History;
import chaperone.server.revision.History.Kept;
import chaperone.server.revision.RunningChangedEvent;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Stores a copy: both configurations, the facts and the device's row in one transaction. */
@Service
public class CopyStore {
    private final Fleet fleet;
    private final History history;
    private final CopyRepository copies;
    private final DeviceFacts facts;
    private final Agreements agreements;
    private final Origins origins;
    private final ApplicationEventPublisher publisher;
    private final Events events;
    private final Clock clock;

    /**
     * What came of storing: nothing if the device was removed meanwhile.
     *
     * @param doubt why the copy may be only a part; empty if it is whole
     */
    public record Stored(boolean runningIsNew, boolean savedIsNew, String doubt) {}

    CopyStore(
            Fleet fleet,
            History history,
            CopyRepository copies,
            DeviceFacts facts,
            Agreements agreements,
            Origins origins,
            ApplicationEventPublisher publisher,
            Events events,
            Clock clock) {
        this.agreements = agreements;
        this.origins = origins;
        this.facts = facts;
        this.fleet = fleet;
        this.history = history;
        this.copies = copies;
        this.publisher = publisher;
        this.events = events;
        this.clock = clock;
    }

    @RetryOnConflict
    @Transactional
    public Optional<Stored> store(long deviceId, RetrievedCopy copy) {
        return store(deviceId, copy, Optional.empty());
    }

    /** @param work what of Chaperone's own brought what is new in it */
    @RetryOnConflict
    @Transactional
    public Optional<Stored> store(long deviceId, RetrievedCopy copy, Optional<PlannedWork> work) {
        Instant at = clock.instant();
        Optional<Device> found = fleet.find(deviceId);
        if (found.isEmpty()) return Optional.empty();
        Device device = found.get();
        Instant sameUntil = lastSeen(device);
        Kept running = history.keep(device, ConfigKind.RUNNING, copy.running(), copy.part(), at);
        Optional<Kept> saved = copy.saved().map(text -> history.keep(device, ConfigKind.SAVED, text, copy.part(), at));
        work.ifPresent(planned -> {
            history.broughtBy(running, planned);
            saved.ifPresent(kept -> history.broughtBy(kept, planned));
        });
        if (running.isNew() && running.number() > 1) {
            Found origin = new Found(running.id(), deviceId, new Interval(sameUntil, at));
            work.ifPresentOrElse(
                    planned -> origins.broughtBy(origin, planned), () -> origins.find(origin, editor(device, copy)));
        }
        agreements.copied(device, running, copy.running(), at);
        copies.save(
                new CopyTaken(deviceId, at, running.id(), saved.map(Kept::id).orElse(null)));
        facts.learn(device, withName(device, copy.facts()));
        noteContact(device, running.doubt());
        if (running.doubt().isEmpty()) {
            Optional<Boolean> equal = saved.map(kept -> Arrays.equals(running.settledDigest(), kept.settledDigest()));
            boolean isOther = !equal.equals(device.isSavedRunning());
            device.copied(at, running.isNew(), equal, copy.mark());
            if (isOther && !running.isNew()) publisher.publishEvent(new StandingChangedEvent(device));
        } else device.copiedInPart(at, running.isNew(), running.doubt(), copy.mark());
        if (running.isNew()) publisher.publishEvent(new RunningChangedEvent(device));
        events.fleetMoved();
        return Optional.of(new Stored(running.isNew(), saved.map(Kept::isNew).orElse(false), running.doubt()));
    }

    /** When its configuration was last known, by a copy or by a look between copies. */
    private static Instant lastSeen(Device device) {
        Instant copied = device.lastCopyAt().orElse(Instant.EPOCH);
        return device.checkedAt().filter(copied::isBefore).orElse(copied);
    }

    /** Whom the device names as its last editor, if anything was edited since it was asked before. */
    private static Visitor editor(Device device, RetrievedCopy copy) {
        return copy.mark().equals(device.changeMark())
                ? Visitor.UNKNOWN
                : copy.check().editor();
    }

    /** A copy of an earlier day, known only by its running configuration. */
    @RetryOnConflict
    @Transactional
    public void storePast(long deviceId, String running, Instant at) {
        Device device = fleet.find(deviceId).orElseThrow();
        Instant sameUntil = lastSeen(device);
        Kept kept = history.keep(device, ConfigKind.RUNNING, running, Optional.empty(), at);
        if (kept.isNew() && kept.number() > 1)
            origins.find(new Found(kept.id(), deviceId, new Interval(sameUntil, at)), Visitor.UNKNOWN);
        copies.save(new CopyTaken(deviceId, at, kept.id(), null));
        noteContact(device, "");
        device.copied(at, kept.isNew(), Optional.of(true), "");
    }

    /** The first failure of a kind is an event; the same again is not. */
    @RetryOnConflict
    @Transactional
    public void failed(long deviceId, String outcome) {
        fleet.find(deviceId).ifPresent(device -> {
            if (device.lastFailure().filter(outcome::equals).isEmpty()) {
                facts.note(device, EventKind.FAILED, device.lastFailure().orElse(""), outcome);
            }
            device.copyFailed(clock.instant(), outcome);
        });
        events.fleetMoved();
    }

    /** Its configuration is as in its last copy, but a fact has changed, or it had not answered before. */
    @RetryOnConflict
    @Transactional
    void answered(long deviceId, Facts told) {
        fleet.find(deviceId).ifPresent(device -> {
            facts.learn(device, withName(device, told));
            noteAnswer(device);
            device.answered(clock.instant());
        });
        events.fleetMoved();
    }

    private void noteContact(Device device, String doubt) {
        noteAnswer(device);
        boolean wasPart = !device.incomplete().isEmpty();
        if (!doubt.isEmpty() && !wasPart) facts.note(device, EventKind.INCOMPLETE, "", doubt);
        if (doubt.isEmpty() && wasPart) facts.note(device, EventKind.WHOLE, device.incomplete(), "");
    }

    private void noteAnswer(Device device) {
        device.lastFailure().ifPresent(outcome -> facts.note(device, EventKind.ANSWERS_AGAIN, outcome, ""));
    }

    /** A device that took another's name keeps its old one here: addresses of pages hang on it. */
    private Facts withName(Device device, Facts facts) {
        boolean taken = facts.name()
                .filter(name -> !name.equals(device.name()))
                .flatMap(fleet::named)
                .isPresent();
        return taken ? facts.withoutName() : facts;
    }
}

package chaperone.server.copy;

import chaperone.connect.RetrievedCopy;
import chaperone.core.platform.Facts;
import chaperone.server.event.Events;
import chaperone.server.fleet.Device;
import chaperone.server.fleet.Fleet;
import chaperone.server.history.ConfigKind;
import chaperone.server.history.History;
import chaperone.server.history.History.Kept;
import java.time.Clock;
import java.time.Instant;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Stores a copy: both configurations, the facts and the device's row in one transaction. */
@Service
public class CopyStore {
    private final Fleet fleet;
    private final History history;
    private final CopyRepository copies;
    private final Events events;
    private final Clock clock;

    /** What came of storing: nothing if the device was removed meanwhile. */
    public record Stored(boolean runningIsNew, boolean savedIsNew) {}

    CopyStore(Fleet fleet, History history, CopyRepository copies, Events events, Clock clock) {
        this.fleet = fleet;
        this.history = history;
        this.copies = copies;
        this.events = events;
        this.clock = clock;
    }

    @Transactional
    public Optional<Stored> store(long deviceId, RetrievedCopy copy) {
        Instant at = clock.instant();
        Optional<Device> found = fleet.find(deviceId);
        if (found.isEmpty()) return Optional.empty();
        Device device = found.get();
        Kept running = history.keep(device, ConfigKind.RUNNING, copy.running(), at);
        Optional<Kept> saved = copy.saved().map(text -> history.keep(device, ConfigKind.SAVED, text, at));
        copies.save(
                new CopyTaken(deviceId, at, running.id(), saved.map(Kept::id).orElse(null)));
        device.know(withName(device, copy.facts()));
        device.copied(
                at, running.isNew(), saved.map(kept -> Arrays.equals(running.settledDigest(), kept.settledDigest())));
        events.fleetMoved();
        return Optional.of(new Stored(running.isNew(), saved.map(Kept::isNew).orElse(false)));
    }

    /** A copy of an earlier day, known only by its running configuration. */
    @Transactional
    public void storePast(long deviceId, String running, Instant at) {
        Device device = fleet.find(deviceId).orElseThrow();
        Kept kept = history.keep(device, ConfigKind.RUNNING, running, at);
        copies.save(new CopyTaken(deviceId, at, kept.id(), null));
        device.copied(at, kept.isNew(), Optional.of(true));
    }

    @Transactional
    public void failed(long deviceId, String outcome) {
        fleet.find(deviceId).ifPresent(device -> device.copyFailed(clock.instant(), outcome));
        events.fleetMoved();
    }

    /** A device that took another's name keeps its old one here: addresses of pages hang on it. */
    private Facts withName(Device device, Facts facts) {
        boolean taken = facts.name()
                .filter(name -> !name.equals(device.name()))
                .flatMap(fleet::named)
                .isPresent();
        return taken ? new Facts(Optional.empty(), facts.model(), facts.serial(), facts.release()) : facts;
    }
}

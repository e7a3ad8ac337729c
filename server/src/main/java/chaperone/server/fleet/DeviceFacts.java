package chaperone.server.fleet;

import chaperone.core.fact.FactMoves;
import chaperone.core.fact.FactMoves.ModuleMove;
import chaperone.core.fact.Facts;
import chaperone.core.fact.Facts.Module;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes down what devices tell of themselves, and what has become different since. */
@Service
public class DeviceFacts {
    private final DeviceEventRepository events;
    private final ApplicationEventPublisher publisher;
    private final Clock clock;

    DeviceFacts(DeviceEventRepository events, ApplicationEventPublisher publisher, Clock clock) {
        this.events = events;
        this.publisher = publisher;
        this.clock = clock;
    }

    /** Takes over what is told, part of the transaction that stores the contact; a fact that is not told stays. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void learn(Device device, Facts facts) {
        Instant now = clock.instant();
        learnTexts(device, facts, now);
        learnModules(device, facts, now);
        learnStorage(device, facts, now);
        learnStart(device, facts, now);
        know(device, facts);
    }

    /** A device that was met for the first time: there is nothing to compare with. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void begin(Device device, Facts facts) {
        Instant now = clock.instant();
        facts.modules().map(DeviceFacts::parts).ifPresent(device::hold);
        facts.storage().ifPresent(device::hasRoom);
        facts.uptime().map(now::minus).ifPresent(device::startedAt);
        know(device, facts);
        note(device, now, EventKind.ADDED, "", "", device.host() + " port " + device.port());
    }

    private void know(Device device, Facts facts) {
        device.know(facts, FactsDigest.of(facts));
        publisher.publishEvent(new DeviceToldEvent(device));
    }

    /** Notes an event now; part of the transaction that makes it true. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void note(Device device, EventKind kind, String before, String after) {
        note(device, clock.instant(), kind, "", before, after);
    }

    private void learnTexts(Device device, Facts facts, Instant now) {
        compare(device, now, EventKind.NAME, device.name(), facts.name());
        compare(device, now, EventKind.MODEL, device.model(), facts.model());
        compare(device, now, EventKind.SERIAL, device.serial(), facts.serial());
        compare(device, now, EventKind.RELEASE, device.release(), facts.release());
        compare(device, now, EventKind.MAC_BASE, device.macBase(), facts.macBase());
        compare(device, now, EventKind.INSTALL_MODE, device.installMode(), facts.installMode());
    }

    /** What was never told before is no change. */
    private void compare(Device device, Instant now, EventKind kind, String before, Optional<String> after) {
        if (before.isEmpty() || after.isEmpty() || after.get().equals(before)) return;
        note(device, now, kind, "", before, after.get());
    }

    private void learnModules(Device device, Facts facts, Instant now) {
        if (facts.modules().isEmpty()) return;
        List<Module> told = facts.modules().get();
        // A fleet that was brought in before modules were read learns them in silence.
        if (!device.factsDigest().isEmpty()) {
            FactMoves.between(device.modules().stream().map(ModulePart::module).toList(), told)
                    .forEach(move ->
                            note(device, now, kindOf(move), move.slot(), said(move.before()), said(move.after())));
        }
        device.hold(parts(told));
    }

    private static EventKind kindOf(ModuleMove move) {
        if (move.before().isEmpty()) return EventKind.MODULE_INSERTED;
        return move.after().isEmpty() ? EventKind.MODULE_TAKEN_OUT : EventKind.MODULE_REPLACED;
    }

    private static String said(Optional<Module> module) {
        return module.map(part -> part.serial().isEmpty() ? part.name() : part.name() + ", serial " + part.serial())
                .orElse("");
    }

    private void learnStorage(Device device, Facts facts, Instant now) {
        if (facts.storage().isEmpty()) return;
        Facts.Storage told = facts.storage().get();
        device.room().ifPresent(known -> {
            if (known.total().isPresent() && !known.total().equals(told.total())) {
                note(device, now, EventKind.STORAGE_TOTAL, "", bytes(known.total()), bytes(told.total()));
            } else if (FactMoves.hasMoved(known, told)) {
                note(device, now, EventKind.STORAGE_FREE, "", "" + known.free(), "" + told.free());
            }
        });
        device.hasRoom(told);
    }

    private void learnStart(Device device, Facts facts, Instant now) {
        if (facts.uptime().isEmpty()) return;
        Instant told = now.minus(facts.uptime().get());
        Optional<Instant> known = device.startedAt();
        known.filter(before -> FactMoves.isAnotherStart(before, told))
                .ifPresent(before -> note(device, now, EventKind.RESTARTED, "", before.toString(), told.toString()));
        if (known.isEmpty() || FactMoves.isAnotherStart(known.get(), told)) device.startedAt(told);
    }

    private static String bytes(Optional<Long> bytes) {
        return bytes.map(String::valueOf).orElse("");
    }

    private static List<ModulePart> parts(List<Module> modules) {
        return FactMoves.bySlot(modules).values().stream().map(ModulePart::of).toList();
    }

    private void note(Device device, Instant at, EventKind kind, String object, String before, String after) {
        events.save(new DeviceEvent(device, at, kind, object, before, after));
    }
}

package chaperone.server.fleet;

import chaperone.core.platform.Facts;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Writes down what devices tell of themselves, and what has become different since. */
@Service
public class FactBook {
    /** Devices count their uptime by a clock of their own, in whole seconds. */
    private static final Duration CLOCKS_DIFFER_BY = Duration.ofMinutes(1);

    private final DeviceEventRepository events;
    private final Clock clock;

    FactBook(DeviceEventRepository events, Clock clock) {
        this.events = events;
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
        device.know(facts, FactsDigest.of(facts));
    }

    /** A device that was met for the first time: there is nothing to compare with. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void begin(Device device, Facts facts) {
        Instant now = clock.instant();
        facts.modules().map(FactBook::parts).ifPresent(device::hold);
        facts.storage().ifPresent(device::hasRoom);
        facts.uptime().map(now::minus).ifPresent(device::startedAt);
        device.know(facts, FactsDigest.of(facts));
        note(device, now, EventKind.ADDED, "", "", device.host() + " port " + device.port());
    }

    /** Notes an event now; part of the transaction that makes it true. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void note(Device device, EventKind kind, String before, String after) {
        note(device, clock.instant(), kind, "", before, after);
    }

    /** Whether a start at {@code told} is another one than the start at {@code known}. */
    public static boolean isAnotherStart(Instant known, Instant told) {
        return told.isAfter(known.plus(CLOCKS_DIFFER_BY));
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
        List<ModulePart> told = parts(facts.modules().get());
        // A fleet that was brought in before modules were read learns them in silence.
        if (!device.factsDigest().isEmpty()) compareModules(device, bySlot(device.modules()), bySlot(told), now);
        device.hold(told);
    }

    private void compareModules(
            Device device, Map<String, ModulePart> before, Map<String, ModulePart> after, Instant now) {
        before.forEach((slot, part) -> {
            ModulePart next = after.get(slot);
            if (next == null) note(device, now, EventKind.MODULE_TAKEN_OUT, slot, part.inWords(), "");
            else if (!next.equals(part)) {
                note(device, now, EventKind.MODULE_REPLACED, slot, part.inWords(), next.inWords());
            }
        });
        after.forEach((slot, part) -> {
            if (!before.containsKey(slot)) note(device, now, EventKind.MODULE_INSERTED, slot, "", part.inWords());
        });
    }

    private void learnStorage(Device device, Facts facts, Instant now) {
        if (facts.storage().isEmpty()) return;
        Facts.Storage told = facts.storage().get();
        device.room().ifPresent(known -> {
            if (known.total().isPresent() && !known.total().equals(told.total())) {
                note(device, now, EventKind.STORAGE_TOTAL, "", bytes(known.total()), bytes(told.total()));
            } else if (StorageMove.isWorthTelling(known, told)) {
                note(device, now, EventKind.STORAGE_FREE, "", "" + known.free(), "" + told.free());
            }
        });
        device.hasRoom(told);
    }

    private void learnStart(Device device, Facts facts, Instant now) {
        if (facts.uptime().isEmpty()) return;
        Instant told = now.minus(facts.uptime().get());
        Optional<Instant> known = device.startedAt();
        known.filter(before -> isAnotherStart(before, told))
                .ifPresent(before -> note(device, now, EventKind.RESTARTED, "", before.toString(), told.toString()));
        if (known.isEmpty() || isAnotherStart(known.get(), told)) device.startedAt(told);
    }

    private static String bytes(Optional<Long> bytes) {
        return bytes.map(String::valueOf).orElse("");
    }

    /** Two modules that claim one slot: the first is taken. */
    private static List<ModulePart> parts(List<Facts.Module> modules) {
        Map<String, ModulePart> bySlot = new LinkedHashMap<>();
        for (Facts.Module module : modules) {
            bySlot.putIfAbsent(module.slot(), new ModulePart(module.slot(), module.name(), module.serial()));
        }
        return List.copyOf(bySlot.values());
    }

    private static Map<String, ModulePart> bySlot(List<ModulePart> parts) {
        return parts.stream()
                .collect(Collectors.toMap(
                        ModulePart::slot, Function.identity(), (first, second) -> first, LinkedHashMap::new));
    }

    private void note(Device device, Instant at, EventKind kind, String object, String before, String after) {
        events.save(new DeviceEvent(device, at, kind, object, before, after));
    }
}

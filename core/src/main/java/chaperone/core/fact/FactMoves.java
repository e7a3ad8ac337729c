package chaperone.core.fact;

import chaperone.core.fact.Facts.Module;
import chaperone.core.fact.Facts.Storage;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** What counts as a change of a fact, between two times that a device told it. */
public final class FactMoves {
    /** Devices count their uptime by a clock of their own, in whole seconds. */
    private static final Duration CLOCKS_DIFFER_BY = Duration.ofMinutes(1);

    private static final long LEAST_BYTES = 1_000_000;
    private static final double LEAST_SHARE = 0.02;

    private FactMoves() {}

    /** A slot whose module is another one, or came, or went; one of the two is there. */
    public record ModuleMove(String slot, Optional<Module> before, Optional<Module> after) {}

    /** Whether a start at {@code told} is another one than the start at {@code known}. */
    public static boolean isAnotherStart(Instant known, Instant told) {
        return told.isAfter(known.plus(CLOCKS_DIFFER_BY));
    }

    /** Whether free storage has moved by 1 MB and by 2 %: logs that grow by themselves have not. */
    public static boolean hasMoved(Storage before, Storage after) {
        long moved = Math.abs(after.free() - before.free());
        return moved >= Math.max(LEAST_BYTES, LEAST_SHARE * after.total().orElse(0L));
    }

    /** What was taken out or replaced, then what was inserted, each in its order. Linear in both. */
    public static List<ModuleMove> between(List<Module> before, List<Module> after) {
        Map<String, Module> had = bySlot(before);
        Map<String, Module> has = bySlot(after);
        List<ModuleMove> moves = new ArrayList<>();
        had.forEach((slot, module) -> {
            if (!module.equals(has.get(slot))) {
                moves.add(new ModuleMove(slot, Optional.of(module), Optional.ofNullable(has.get(slot))));
            }
        });
        has.forEach((slot, module) -> {
            if (!had.containsKey(slot)) moves.add(new ModuleMove(slot, Optional.empty(), Optional.of(module)));
        });
        return moves;
    }

    /** Two modules that claim one slot: the first has it. */
    public static Map<String, Module> bySlot(List<Module> modules) {
        Map<String, Module> bySlot = new LinkedHashMap<>();
        for (Module module : modules) bySlot.putIfAbsent(module.slot(), module);
        return bySlot;
    }
}

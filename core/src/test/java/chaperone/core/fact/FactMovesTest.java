package chaperone.core.fact;

import static org.assertj.core.api.Assertions.assertThat;

import chaperone.core.fact.FactMoves.ModuleMove;
import chaperone.core.fact.Facts.Module;
import chaperone.core.fact.Facts.Storage;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FactMovesTest {
    private static final Instant NOW = Instant.parse("2026-11-23T08:00:00Z");

    @ParameterizedTest
    @CsvSource({
        "128000000, 80000000, 80000000, false",
        "128000000, 80000000, 79000001, false",
        "128000000, 80000000, 77440000, true",
        "128000000, 80000000, 0, true",
        "128000000, 0, 80000000, true",
        ", 5000000, 4000001, false",
        ", 5000000, 4000000, true"
    })
    void storageThatMovesALittleIsNoEvent(Long total, long before, long after, boolean told) {
        Optional<Long> all = Optional.ofNullable(total);
        assertThat(FactMoves.hasMoved(new Storage(all, before), new Storage(all, after)))
                .isEqualTo(told);
    }

    @ParameterizedTest
    @CsvSource({"PT0S, false", "PT59S, false", "PT60S, false", "PT61S, true", "P3D, true", "PT-1H, false"})
    void clocksThatDifferAreNoRestart(Duration later, boolean another) {
        assertThat(FactMoves.isAnotherStart(NOW, NOW.plus(later))).isEqualTo(another);
    }

    /** Doing to the modules of before what the moves say gives those of after; undoing it gives those of before. */
    @Test
    void theMovesLeadFromBeforeToAfterAndBack() {
        Random random = new Random(8);
        for (int round = 0; round < 300; round++) {
            List<Module> before = modules(random);
            List<Module> after = modules(random);
            List<ModuleMove> moves = FactMoves.between(before, after);
            Map<String, Module> slots = new LinkedHashMap<>(FactMoves.bySlot(before));
            moves.forEach(move -> set(slots, move.slot(), move.after()));
            assertThat(slots).isEqualTo(FactMoves.bySlot(after));
            moves.forEach(move -> set(slots, move.slot(), move.before()));
            assertThat(slots).isEqualTo(FactMoves.bySlot(before));
            assertThat(moves).allSatisfy(move -> assertThat(move.before()).isNotEqualTo(move.after()));
        }
        assertThat(FactMoves.between(List.of(), List.of())).isEmpty();
    }

    private static List<Module> modules(Random random) {
        List<Module> modules = new ArrayList<>();
        for (int i = random.nextInt(6); i > 0; i--) {
            modules.add(new Module("" + random.nextInt(4), "P" + random.nextInt(2), "S" + random.nextInt(2)));
        }
        return modules;
    }

    private static void set(Map<String, Module> slots, String slot, Optional<Module> module) {
        if (module.isPresent()) slots.put(slot, module.get());
        else slots.remove(slot);
    }
}

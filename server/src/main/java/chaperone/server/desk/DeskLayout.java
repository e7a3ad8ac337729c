package chaperone.server.desk;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/**
 * Which parts of a desk are seen, and where.
 *
 * @param main in the middle, from the top
 * @param side beside that, from the top
 * @param hidden those that somebody does not care for
 */
record DeskLayout(
        @NotNull @Size(max = 20) List<@NotNull DeskPart> main,
        @NotNull @Size(max = 20) List<@NotNull DeskPart> side,
        @NotNull @Size(max = 20) List<@NotNull DeskPart> hidden) {
    static final DeskLayout USUAL = new DeskLayout(List.of(), List.of(), List.of()).whole();

    /** Each part once: what is said twice stands where it was said first, what is not said where it usually stands. */
    DeskLayout whole() {
        Set<DeskPart> seen = new HashSet<>();
        List<DeskPart> inMain = once(main, seen);
        List<DeskPart> atSide = once(side, seen);
        List<DeskPart> away = once(hidden, seen);
        for (DeskPart part : DeskPart.values()) if (seen.add(part)) (part.isSide() ? atSide : inMain).add(part);
        return new DeskLayout(inMain, atSide, away);
    }

    private static List<DeskPart> once(List<DeskPart> parts, Set<DeskPart> seen) {
        List<DeskPart> kept = new ArrayList<>();
        for (DeskPart part : parts) if (seen.add(part)) kept.add(part);
        return kept;
    }
}

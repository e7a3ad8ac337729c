package chaperone.server.board;

import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.Optional;

/**
 * A part of a board.
 *
 * @param standard of which it tells; all of them where it can, if it is left out
 * @param query the words by which devices are chosen
 * @param days how far a trend goes back
 * @param isWide whether it takes the whole width
 */
public record BoardPart(
        @NotNull Kind kind,
        Optional<@Size(max = 60) String> standard,
        Optional<@Size(max = 2000) String> query,
        Optional<@Min(1) @Max(366) Integer> days,
        boolean isWide) {

    public enum Kind {
        /** How many verdicts hold, site by site. */
        SITES,
        /** Open findings by their age. */
        AGES,
        /** Each clause with its counts. */
        CLAUSES,
        /** By group of clauses. */
        GROUPS,
        /** By paragraph of standards of others. */
        PARAGRAPHS,
        TREND,
        /** In which parts of the configuration devices drift. */
        DRIFT,
        /** The four questions by site. */
        ANSWERS;

        boolean needsStandard() {
            return this != AGES && this != DRIFT && this != ANSWERS;
        }
    }
}
